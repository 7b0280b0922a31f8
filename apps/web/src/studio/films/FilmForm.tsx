import { yupResolver } from '@hookform/resolvers/yup';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Alert, Button, Form, Modal } from 'react-bootstrap';
import { FormProvider, useForm, useWatch } from 'react-hook-form';
import {
  checkLength,
  filmOfStage,
  filmSettingsSchema,
  formatOf,
  hasPictures,
  PURPOSES,
  settingsFor,
  type FilmSettings,
  type PurposeName,
} from '@cruvo/core/delivery';
import { Problem, sentenceOf } from '@cruvo/core/problem';
import { orderFilm } from '../../api/films';
import { changesSaved } from '../../saving/changesSaved';
import { useOpenScene, useProgram } from '../SceneContext';
import { FilmDetails } from './FilmDetails';
import { EACH, FilmPart } from './FilmPart';
import { FilmSize } from './FilmSize';
import { PurposePicker } from './PurposePicker';

/** Asks how a film should be made, and orders it. */
export function FilmForm({ onClose, onOrdered }: { onClose: () => void; onOrdered: () => void }) {
  const { id, saver } = useOpenScene();
  const program = useProgram();
  const queries = useQueryClient();
  const { length } = program.scene;
  const [failure, setFailure] = useState<string | null>(null);
  const [purpose, setPurpose] = useState<PurposeName>('share');
  const usual = filmOfStage(program.scene);
  const form = useForm<FilmSettings>({
    defaultValues: settingsFor('share', usual),
    resolver: yupResolver(filmSettingsSchema as never) as never,
  });
  const { errors, isSubmitting } = form.formState;
  const format = formatOf({ format: useWatch({ control: form.control, name: 'format' }) });

  const choose = (chosen: PurposeName) => {
    setPurpose(chosen);
    const { stretch, only, captions } = form.getValues();
    form.reset({ ...settingsFor(chosen, usual), stretch, only, captions });
  };
  const order = async (settings: FilmSettings) => {
    setFailure(null);
    try {
      checkLength(settings, length);
      // What was changed of a character may still be on its way.
      await Promise.all([saver.settled(), changesSaved(queries)]);
      const alone =
        settings.only === EACH ? program.members.map(({ member }) => member.id) : [settings.only];
      for (const only of alone) await orderFilm(id, { ...settings, only });
      onOrdered();
    } catch (error) {
      setFailure(error instanceof Problem ? sentenceOf(error) : asSentence(sentenceOf(error)));
    }
  };
  const wrong = errors.stretch?.message ?? errors.only?.message;
  return (
    <Modal show onHide={onClose} size="lg" scrollable aria-labelledby="film-form">
      <FormProvider {...form}>
        <Form
          noValidate
          className="film-form"
          onSubmit={(event) => void form.handleSubmit(order)(event)}
        >
          <Modal.Header closeButton>
            <Modal.Title id="film-form" as="h2" className="h5">
              New film of “{program.scene.name}”
            </Modal.Title>
          </Modal.Header>
          <Modal.Body>
            <PurposePicker value={purpose} onChange={choose} />
            <p className="mb-3">{PURPOSES[purpose].consequence}</p>
            {hasPictures(format) && <FilmSize />}
            <FilmPart />
            <FilmDetails key={purpose} />
            {(failure ?? wrong) && (
              <Alert variant="danger" className="mt-3 mb-0 py-2">
                {failure ?? asSentence(wrong!)}
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
      </FormProvider>
    </Modal>
  );
}

const asSentence = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;
