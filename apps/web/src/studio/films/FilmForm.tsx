import { yupResolver } from '@hookform/resolvers/yup';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Alert, Button, Form, InputGroup, Modal } from 'react-bootstrap';
import { useForm, useWatch } from 'react-hook-form';
import { sentenceOf } from '@cruvo/core/problem';
import { type FilmSettings, filmSettingsSchema, type StageSettings } from '@cruvo/core/scene';
import { FRAME_RATE_NAMES } from '@cruvo/core/time';
import { orderFilm } from '../../api/films';
import { changesSaved } from '../../saving/changesSaved';
import { useOpenScene, useProgram } from '../SceneContext';

const SIZES = [
  { name: '1280 × 720', width: 1280, height: 720 },
  { name: '1920 × 1080', width: 1920, height: 1080 },
  { name: '1080 × 1080', width: 1080, height: 1080 },
  { name: '1080 × 1920', width: 1080, height: 1920 },
];

const WHITE = '#ffffff';

/** A film of the stage's shape whose shorter side is 720 pixels, in even numbers. */
function filmSize({ width, height }: Pick<StageSettings, 'width' | 'height'>) {
  const factor = 720 / Math.min(width, height);
  const even = (side: number) => 2 * Math.round((side * factor) / 2);
  return { width: even(width), height: even(height) };
}

/** Asks how a film should be made, and orders it. */
export function FilmForm({ onClose, onOrdered }: { onClose: () => void; onOrdered: () => void }) {
  const { id, saver } = useOpenScene();
  const program = useProgram();
  const queries = useQueryClient();
  const { stage, frameRate } = program.scene;
  const [failure, setFailure] = useState<string | null>(null);
  const { register, handleSubmit, setValue, control, formState } = useForm<FilmSettings>({
    defaultValues: { ...filmSize(stage), frameRate, background: stage.background ?? WHITE },
    resolver: yupResolver(filmSettingsSchema as never) as never,
  });
  const { errors, isSubmitting } = formState;
  const [width, height, background] = useWatch({
    control,
    name: ['width', 'height', 'background'],
  });

  const order = async (settings: FilmSettings) => {
    setFailure(null);
    try {
      // What was changed of a character may still be on its way.
      await Promise.all([saver.settled(), changesSaved(queries)]);
      await orderFilm(id, settings);
      onOrdered();
    } catch (error) {
      setFailure(sentenceOf(error));
    }
  };

  return (
    <Modal show onHide={onClose} aria-labelledby="film-form">
      <Form noValidate onSubmit={(event) => void handleSubmit(order)(event)}>
        <Modal.Header closeButton>
          <Modal.Title id="film-form" as="h2" className="h5">
            New film of “{program.scene.name}”
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <div className="d-flex flex-wrap gap-2 mb-3" role="group" aria-label="Sizes">
            {SIZES.map((size) => {
              const active = size.width === Number(width) && size.height === Number(height);
              return (
                <Button
                  key={size.name}
                  size="sm"
                  variant={active ? 'secondary' : 'outline-secondary'}
                  aria-pressed={active}
                  onClick={() => {
                    setValue('width', size.width, { shouldValidate: true });
                    setValue('height', size.height, { shouldValidate: true });
                  }}
                >
                  {size.name}
                </Button>
              );
            })}
          </div>
          <Form.Group className="mb-3">
            <Form.Label htmlFor="film-width">Size in pixels</Form.Label>
            <InputGroup hasValidation>
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
              </Form.Control.Feedback>
            </InputGroup>
          </Form.Group>
          <Form.Group className="mb-3" controlId="film-rate">
            <Form.Label>Frames a second</Form.Label>
            <Form.Select {...register('frameRate')}>
              {FRAME_RATE_NAMES.map((name) => (
                <option key={name}>{name}</option>
              ))}
            </Form.Select>
          </Form.Group>
          <Form.Group controlId="film-background">
            <Form.Label>Background, where nothing is drawn</Form.Label>
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
              <Form.Control.Feedback type="invalid">
                {errors.background?.message}
              </Form.Control.Feedback>
            </InputGroup>
          </Form.Group>
          {failure && (
            <Alert variant="danger" className="mt-3 mb-0 py-2">
              {failure}
            </Alert>
          )}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="quiet" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" disabled={isSubmitting}>
            Make the film
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
