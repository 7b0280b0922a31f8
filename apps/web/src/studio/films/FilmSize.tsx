import { Button, Form, InputGroup } from 'react-bootstrap';
import { useFormContext, useWatch } from 'react-hook-form';
import { formatOf, type FilmSettings } from '@cruvo/core/delivery';

const SIZES = [
  { name: '1280 × 720', width: 1280, height: 720 },
  { name: '1920 × 1080', width: 1920, height: 1080 },
  { name: '3840 × 2160', width: 3840, height: 2160 },
  { name: '1080 × 1080', width: 1080, height: 1080 },
  { name: '1080 × 1920', width: 1080, height: 1920 },
];

/** How large the picture is: a usual size, or any. */
export function FilmSize() {
  const { register, setValue, formState, control } = useFormContext<FilmSettings>();
  const { errors } = formState;
  const [width, height, format] = useWatch({ control, name: ['width', 'height', 'format'] });
  const set = (size: { width: number; height: number }) => {
    setValue('width', size.width, { shouldValidate: true });
    setValue('height', size.height, { shouldValidate: true });
  };
  const even = { width: evenSide(width), height: evenSide(height) };
  const odd = formatOf({ format }).even && (even.width !== width || even.height !== height);
  return (
    <Form.Group className="mb-3">
      <Form.Label htmlFor="film-width">Size in pixels</Form.Label>
      <div className="d-flex flex-wrap align-items-start gap-2">
        <InputGroup hasValidation className="film-size">
          <Form.Control
            id="film-width"
            type="number"
            aria-label="Width"
            isInvalid={!!errors.width}
            {...register('width', { valueAsNumber: true })}
          />
          <InputGroup.Text>×</InputGroup.Text>
          <Form.Control
            type="number"
            aria-label="Height"
            isInvalid={!!errors.height}
            {...register('height', { valueAsNumber: true })}
          />
          <Form.Control.Feedback type="invalid">
            {errors.width?.message ?? errors.height?.message}
            {odd && Number.isFinite(even.width + even.height) && (
              <Button size="sm" variant="link" className="py-0" onClick={() => set(even)}>
                Use {even.width} × {even.height}
              </Button>
            )}
          </Form.Control.Feedback>
        </InputGroup>
        <div className="d-flex flex-wrap gap-1" role="group" aria-label="Sizes">
          {SIZES.map((size) => {
            const active = size.width === Number(width) && size.height === Number(height);
            return (
              <Button
                key={size.name}
                size="sm"
                variant={active ? 'secondary' : 'outline-secondary'}
                aria-pressed={active}
                onClick={() => set(size)}
              >
                {size.name}
              </Button>
            );
          })}
        </div>
      </div>
    </Form.Group>
  );
}

const evenSide = (side: number) => 2 * Math.round(side / 2);
