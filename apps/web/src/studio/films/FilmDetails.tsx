import { Switch } from '../../shell/fields';
import { Col, Form, InputGroup, Row } from 'react-bootstrap';
import { useFormContext, useWatch } from 'react-hook-form';
import {
  FILM_FORMAT_NAMES,
  FILM_FORMATS,
  formatOf,
  hasPictures,
  LOUDNESS,
  hasRate,
  rateWithin,
  type FilmFormatName,
  type FilmSettings,
} from '@cruvo/core/delivery';
import { FRAME_RATE_NAMES } from '@cruvo/core/time';
import { useProgram } from '../SceneContext';

const WHITE = '#ffffff';

/** All that can be said of how a film is made. */
export function FilmDetails() {
  const { scene } = useProgram();
  const { register, setValue, control, formState } = useFormContext<FilmSettings>();
  const { errors } = formState;
  const [name, background, frameRate] = useWatch({
    control,
    name: ['format', 'background', 'frameRate'],
  });
  const format = formatOf({ format: name });
  const anyWrong = errors.background ?? errors.frameRate ?? errors.crossfade ?? errors.loudness;
  const change = (chosen: FilmFormatName) => {
    const next = FILM_FORMATS[chosen];
    setValue('format', chosen);
    setValue('frameRate', rateWithin(next, frameRate, FRAME_RATE_NAMES));
    if (!next.transparent && background === null) {
      setValue('background', scene.stage.background ?? WHITE);
    }
    if (next.kind !== 'loop') setValue('crossfade', 0, { shouldValidate: true });
  };
  return (
    <details open={anyWrong !== undefined}>
      <summary className="mb-2">
        More: {format.coding}
        {hasRate(format) && `, ${frameRate} frames a second`}
        {hasPictures(format) && (background === null ? ', see-through' : `, over ${background}`)}
      </summary>
      <Row className="g-3">
        <Form.Group as={Col} sm={6} controlId="film-format">
          <Form.Label>Format</Form.Label>
          <Form.Select
            value={name}
            onChange={({ target }) => change(target.value as FilmFormatName)}
          >
            {FILM_FORMAT_NAMES.map((one) => (
              <option key={one} value={one}>
                {FILM_FORMATS[one].name} ({FILM_FORMATS[one].coding})
              </option>
            ))}
          </Form.Select>
        </Form.Group>
        {hasRate(format) && (
          <Form.Group as={Col} sm={6} controlId="film-rate">
            <Form.Label>Frames a second</Form.Label>
            <Form.Select isInvalid={!!errors.frameRate} {...register('frameRate')}>
              {FRAME_RATE_NAMES.map((rate) => (
                <option key={rate} disabled={Number(rate) > format.fastest}>
                  {rate}
                </option>
              ))}
            </Form.Select>
            <Form.Control.Feedback type="invalid">
              {errors.frameRate?.message}
            </Form.Control.Feedback>
          </Form.Group>
        )}
        {hasPictures(format) && <Background />}
        {format.transparent && background === null && (
          <Form.Group as={Col} sm={6}>
            <Form.Label>Opacity</Form.Label>
            <Form.Check
              id="film-premultiplied"
              type="switch"
              label="Multiply colours by their opacity"
              title="For programs that expect premultiplied pictures. Where edges turn dark or light, change this."
              {...register('premultiplied')}
            />
          </Form.Group>
        )}
        {format.sound && (
          <Form.Group as={Col} sm={6} controlId="film-loudness">
            <Form.Label>Loudness</Form.Label>
            <Form.Select
              {...register('loudness', {
                setValueAs: (value: string | number | null) =>
                  value === '' || value === null ? null : Number(value),
              })}
            >
              <option value="">as it is mixed</option>
              <option value={LOUDNESS.shared}>−14 LUFS, as shared films are</option>
              <option value={-16}>−16 LUFS, as podcasts are</option>
              <option value={LOUDNESS.broadcast}>−23 LUFS, as on television</option>
            </Form.Select>
          </Form.Group>
        )}
        {format.kind === 'loop' && (
          <Form.Group as={Col} sm={6} controlId="film-crossfade">
            <Form.Label>The end goes over into the beginning</Form.Label>
            <InputGroup hasValidation>
              <Form.Control
                type="number"
                step={0.1}
                min={0}
                isInvalid={!!errors.crossfade}
                {...register('crossfade', { valueAsNumber: true })}
              />
              <InputGroup.Text>seconds</InputGroup.Text>
              <Form.Control.Feedback type="invalid">
                {errors.crossfade?.message}
              </Form.Control.Feedback>
            </InputGroup>
          </Form.Group>
        )}
      </Row>
    </details>
  );
}

/** What is seen where nothing is drawn. */
function Background() {
  const { scene } = useProgram();
  const { register, setValue, control, formState } = useFormContext<FilmSettings>();
  const { errors } = formState;
  const [name, background] = useWatch({ control, name: ['format', 'background'] });
  const { transparent } = formatOf({ format: name });
  const otherwise = scene.stage.background ?? WHITE;
  return (
    <Form.Group as={Col} sm={6} controlId="film-background">
      <Form.Label>Background, where nothing is drawn</Form.Label>
      {transparent && (
        <Switch
          id="film-clear"
          className=""
          label="See-through"
          checked={background === null}
          onChange={(on) => setValue('background', on ? null : otherwise)}
        />
      )}
      {background !== null && (
        <InputGroup hasValidation>
          <Form.Control
            type="color"
            style={{ maxWidth: '4rem' }}
            aria-label="Pick the background"
            value={/^#[0-9a-f]{6}$/i.test(background) ? background : '#000000'}
            onChange={({ target }) =>
              setValue('background', target.value, { shouldValidate: true })
            }
          />
          <Form.Control isInvalid={!!errors.background} {...register('background')} />
          <Form.Control.Feedback type="invalid">{errors.background?.message}</Form.Control.Feedback>
        </InputGroup>
      )}
    </Form.Group>
  );
}
