import { RotateCcw, Scissors, Smile, Tag, Trash2 } from 'lucide-react';
import { Button, Form } from 'react-bootstrap';
import { useShallow } from 'zustand/react/shallow';
import {
  AS_DRAWN,
  apartProblem,
  type Part,
  type RestPose,
  partsOf,
  treeOf,
  withParts,
  withPivot,
} from '@cruvo/core/character';
import type { Point } from '@cruvo/core/geometry';
import { BLEND_MODES, type BlendMode } from '@cruvo/core/frame';
import { useCharacter, useOpenCharacter } from '../CharacterContext';
import { mouthDrawingsIn } from '../mouthDrawings/mouthDrawingsIn';
import { placeOf, withPlaced } from '../placing';
import { takeAway } from '../useCharacterKeys';
import { usePlacing } from '../usePlacing';
import { BendSection } from './bend/BendSection';
import { StopFields } from './StopFields';
import { StripSection } from './StripSection';
import { Figure } from '../../shell/fields';
import { MeaningField } from './MeaningField';
import { SoundDetails } from './SoundDetails';

/** The chosen part: what it is, how it is painted, and where it stands. */
export function PartPanel() {
  const { store, openDialog } = useOpenCharacter();
  const character = useCharacter((state) => state.character);
  const chosen = useCharacter((state) => state.chosen);
  const part = partsOf(character).find(({ id }) => id === chosen.at(-1));
  if (!part) {
    return (
      <p className="quiet">
        Click a part on the drawing or in the list. Drag it to move it; drag the cross to set the
        point that it turns about.
      </p>
    );
  }
  const set = (change: Partial<Part>) =>
    store.getState().change((before) => withParts(before, chosen, change));
  const inside = treeOf(partsOf(character)).get(part.id) ?? [];
  const mouths = mouthDrawingsIn({ character, chosen });
  return (
    <>
      <h2 className="h6 text-break">{chosen.length > 1 ? `${chosen.length} parts` : part.name}</h2>
      {chosen.length === 1 && <MeaningField part={part} />}
      {chosen.length === 1 && <SoundDetails part={part} />}
      {chosen.length > 1 && (
        <Button
          size="sm"
          variant="outline-secondary"
          className="d-block mb-2"
          title="Say by some letters what they are (T)"
          onClick={() => openDialog({ kind: 'meaning' })}
        >
          <Tag size={15} aria-hidden /> What are these?
        </Button>
      )}
      {mouths && (
        <Button
          size="sm"
          variant="outline-secondary"
          className="d-block mb-3"
          title="Give each of them its sounds, with large pictures (M)"
          onClick={() => openDialog({ kind: 'mouths', drawings: mouths })}
        >
          <Smile size={15} aria-hidden /> These are mouths
        </Button>
      )}
      <div className="field-grid">
        <Form.Label htmlFor="part-opacity">Opacity</Form.Label>
        <Form.Range
          id="part-opacity"
          min={0}
          max={1}
          step={0.01}
          value={part.opacity}
          onChange={({ target }) => set({ opacity: Number(target.value) })}
        />
        <Form.Label htmlFor="part-blend">Blending</Form.Label>
        <Form.Select
          id="part-blend"
          size="sm"
          value={part.blend}
          onChange={({ target }) => set({ blend: target.value as BlendMode })}
        >
          {BLEND_MODES.map((mode) => (
            <option key={mode} value={mode}>
              {mode.replace(/-/g, ' ')}
            </option>
          ))}
        </Form.Select>
      </div>
      <div className="d-flex flex-wrap gap-3 my-2">
        <Form.Check
          id="part-hidden"
          label="Hidden"
          checked={part.hidden}
          onChange={({ target }) => set({ hidden: target.checked })}
        />
        <Form.Check
          id="part-locked"
          label="Locked"
          checked={part.locked}
          onChange={({ target }) => set({ locked: target.checked })}
        />
        <Form.Check
          id="part-clipped"
          label="Clipped by the part beneath"
          checked={part.clipped}
          onChange={({ target }) => set({ clipped: target.checked })}
        />
      </div>
      {inside.length > 1 && chosen.length === 1 && (
        <Form.Group controlId="part-shows" className="mb-3">
          <Form.Label className="small mb-1">Visible of the parts inside</Form.Label>
          <Form.Select
            size="sm"
            value={part.shows ?? ''}
            onChange={({ target }) => set({ shows: target.value || null })}
          >
            <option value="">All</option>
            {inside.map(({ id, name }) => (
              <option key={id} value={id}>
                One at a time; at rest “{name}”
              </option>
            ))}
          </Form.Select>
        </Form.Group>
      )}
      {chosen.length === 1 && <StripSection part={part} />}
      {chosen.length === 1 && <BendSection part={part} />}
      {chosen.length === 1 && <StopFields part={part.id} />}
      {chosen.length === 1 && <Placement part={part} />}
      {chosen.length === 1 && part.drawing !== null && (
        <Button
          size="sm"
          variant="quiet"
          className="mt-3"
          disabled={apartProblem(character, part.id) !== null}
          title={
            apartProblem(character, part.id) ??
            'Make parts of what its drawing holds: shapes, islands, or what you draw around'
          }
          onClick={() => openDialog({ kind: 'apart', part: part.id })}
        >
          <Scissors size={15} aria-hidden /> Take apart
        </Button>
      )}
      <Button size="sm" variant="quiet" className="mt-3" onClick={() => takeAway(store)}>
        <Trash2 size={15} aria-hidden /> {chosen.length > 1 ? 'Remove parts' : 'Remove part'}
      </Button>
    </>
  );
}

/** Where the part rests and what it turns about, in numbers. */
function Placement({ part }: { part: Part }) {
  const { store } = useOpenCharacter();
  const placing = usePlacing();
  const { pivot } = part;
  const rest = useCharacter(useShallow(({ character }) => placeOf(character, placing, part.id)));
  const place = (change: Partial<RestPose>) =>
    store
      .getState()
      .change((before) => withPlaced(before, placing, [part.id], (now) => ({ ...now, ...change })));
  const turnAbout = (to: Point) =>
    store.getState().change((before) => withPivot(before, part.id, to));
  const moved = rest.x !== 0 || rest.y !== 0 || rest.turn !== 0 || rest.scale !== 1;
  return (
    <section aria-label="Place">
      <div className="d-flex align-items-center mb-1">
        <h3 className="h6 mb-0">{placing.kind === 'stop' ? 'At this stop' : 'Rest position'}</h3>
        <Button
          size="sm"
          variant="quiet"
          className="ms-auto"
          disabled={!moved}
          onClick={() => place(AS_DRAWN)}
        >
          <RotateCcw size={14} aria-hidden /> {placing.kind === 'stop' ? 'As at rest' : 'As drawn'}
        </Button>
      </div>
      <div className="number-grid">
        <Figure label="Right" value={rest.x} onChange={(x) => place({ x })} />
        <Figure label="Down" value={rest.y} onChange={(y) => place({ y })} />
        <Figure
          label="Rotation °"
          value={(rest.turn * 180) / Math.PI}
          onChange={(angle) => place({ turn: (angle * Math.PI) / 180 })}
        />
        <Figure
          label="Size %"
          value={rest.scale * 100}
          min={0.1}
          onChange={(percent) => place({ scale: percent / 100 })}
        />
        <Figure label="Pivot x" value={pivot.x} onChange={(x) => turnAbout({ ...pivot, x })} />
        <Figure label="Pivot y" value={pivot.y} onChange={(y) => turnAbout({ ...pivot, y })} />
      </div>
    </section>
  );
}
