import { useState } from 'react';
import { Col, Form, InputGroup, Row } from 'react-bootstrap';
import { useFormContext, useWatch } from 'react-hook-form';
import {
  CAPTION_WAYS,
  formatOf,
  hasPictures,
  type CaptionWay,
  type FilmSettings,
} from '@cruvo/core/delivery';
import type { Stretch } from '@cruvo/core/scene';
import { memberName } from '@cruvo/core/timing';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import { useProgram } from '../SceneContext';

/** Everybody alone, each in a film of their own. */
export const EACH = '*';

const CAPTIONS: Record<CaptionWay, string> = {
  picture: 'in the picture',
  files: 'in files of their own',
  none: 'left out',
};

type Part = 'all' | 'area' | 'own';

/** Which part of the scene is delivered: from when to when, who is seen, and what becomes of the captions. */
export function FilmPart() {
  const { members, scene } = useProgram();
  const { setValue, register, control } = useFormContext<FilmSettings>();
  const [stretch, only, format] = useWatch({ control, name: ['stretch', 'only', 'format'] });
  const [part, setPart] = useState<Part>('all');
  const seen = hasPictures(formatOf({ format }));
  const whole = { start: 0, end: scene.length };
  const set = (to: Stretch | null) => setValue('stretch', to, { shouldValidate: true });
  const choose = (chosen: Part) => {
    setPart(chosen);
    if (chosen === 'all') set(null);
    else set(chosen === 'area' ? scene.workArea : (stretch ?? scene.workArea ?? whole));
  };
  const end = (side: keyof Stretch) => (
    <Form.Control
      type="number"
      step="any"
      min={0}
      aria-label={side === 'start' ? 'From, seconds' : 'To, seconds'}
      defaultValue={Math.round(1000 * toSeconds((stretch ?? whole)[side])) / 1000}
      onChange={({ target }) => {
        const value = Math.max(0, toFlicks(Number(target.value) || 0));
        set({ ...(stretch ?? whole), [side]: value });
      }}
    />
  );
  return (
    <Row className="g-3 mb-3">
      <Form.Group as={Col} sm={seen ? 4 : 12} controlId="film-part">
        <Form.Label>Part of the scene</Form.Label>
        <Form.Select value={part} onChange={({ target }) => choose(target.value as Part)}>
          <option value="all">all of it</option>
          {scene.workArea && <option value="area">the work area</option>}
          <option value="own">from … to …</option>
        </Form.Select>
        {part === 'own' && (
          <InputGroup size="sm" className="mt-1">
            {end('start')}
            <InputGroup.Text>to</InputGroup.Text>
            {end('end')}
            <InputGroup.Text>s</InputGroup.Text>
          </InputGroup>
        )}
      </Form.Group>
      {seen && (
        <>
          <Form.Group as={Col} sm={4} controlId="film-who">
            <Form.Label>Who is seen</Form.Label>
            <Form.Select
              value={only ?? ''}
              onChange={({ target }) => setValue('only', target.value || null)}
            >
              <option value="">everybody, on the stage</option>
              {members.map((own) => (
                <option key={own.member.id} value={own.member.id}>
                  {memberName(own)} alone
                </option>
              ))}
              {members.length > 1 && <option value={EACH}>each in a film of their own</option>}
            </Form.Select>
          </Form.Group>
          <Form.Group as={Col} sm={4} controlId="film-captions">
            <Form.Label>Captions</Form.Label>
            <Form.Select {...register('captions')}>
              {CAPTION_WAYS.map((way) => (
                <option key={way} value={way}>
                  {CAPTIONS[way]}
                </option>
              ))}
            </Form.Select>
          </Form.Group>
        </>
      )}
    </Row>
  );
}
