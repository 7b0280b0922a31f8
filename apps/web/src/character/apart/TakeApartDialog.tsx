import { Undo2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, Form, Modal, Spinner } from 'react-bootstrap';
import {
  partById,
  partsOf,
  treeOf,
  placedWithin,
  withPartTakenApart,
  type Drawing,
} from '@cruvo/core/character';
import type { PieceKind } from '@cruvo/core/formats';
import type { Point } from '@cruvo/core/geometry';
import { IntakeProgress } from '../../intake/IntakeProgress';
import { useIntake } from '../../intake/useIntake';
import { IconButton } from '../../shell/IconButton';
import { Segments } from '../../shell/Segments';
import { useOpenCharacter } from '../CharacterContext';
import { groupsOf } from './joining';
import { PiecesPicture } from './PiecesPicture';
import { useApart } from './useApart';

/** What was done to the pieces by hand, to be taken back step by step. */
interface Step {
  readonly lassos: readonly (readonly Point[])[];
  /** Numbers of pieces that stay together. */
  readonly joins: readonly (readonly number[])[];
}

const START: Step = { lassos: [], joins: [] };
const NOTHING: ReadonlySet<number> = new Set();

/** Takes a drawing that holds more than one thing apart: by its shapes or groups, by its islands, or with a lasso. */
export function TakeApartDialog({ part: id, onClose }: { part: string; onClose: () => void }) {
  const { store } = useOpenCharacter();
  const [{ part, drawing }] = useState(() => {
    const { character } = store.getState();
    const one = partById(partsOf(character), id)!;
    return { part: one, drawing: character.drawings[one.drawing!]! };
  });
  const [kind, setKind] = useState<PieceKind>('shapes');
  const [islands, setIslands] = useState(true);
  const [filled, setFilled] = useState(true);
  const [steps, setSteps] = useState<readonly Step[]>([START]);
  const [lit, light] = useState(NOTHING);
  const { lassos, joins } = steps.at(-1)!;
  const cuts = useMemo(() => ({ islands, lassos }), [islands, lassos]);
  const { apart, failure } = useApart(drawing, { kind, cuts, filled });
  const isVector = drawing.kind === 'vector';
  const groups = groupsOf(apart?.pieces.map(({ number }) => number) ?? [], joins);

  const step = (next: Partial<Step>) => {
    setSteps([...steps, { lassos, joins, ...next }]);
    light(NOTHING);
  };
  const start = (begin: () => void) => {
    begin();
    setSteps([START]);
    light(NOTHING);
  };
  const toggle = (piece: number | null) => {
    const group = piece === null ? [] : groups.find((one) => one.includes(piece))!;
    const isLit = group.every((one) => lit.has(one));
    const others = [...lit].filter((one) => !group.includes(one));
    light(new Set(piece === null ? [] : isLit ? others : [...others, ...group]));
  };
  const intake = useIntake(
    async (_files, options) => apart!.keep(groups, options),
    (kept) => {
      const pieces = kept.map((drawings: readonly Drawing[], at) => ({
        name: `piece ${at + 1}`,
        drawings: drawings.map((one) => placedWithin(one, drawing, apart!)),
      }));
      store.getState().change((before) => withPartTakenApart(before, id, pieces));
      const { character, choose } = store.getState();
      choose(
        (treeOf(partsOf(character)).get(id) ?? []).slice(0, groups.length).map((one) => one.id),
      );
      onClose();
    },
  );

  return (
    <Modal show onHide={onClose} size="lg" aria-labelledby="take-apart">
      <Modal.Header closeButton>
        <Modal.Title id="take-apart" as="h2" className="h5 text-break">
          Take “{part.name}” apart
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <div className="d-flex flex-wrap align-items-center gap-3 mb-2">
          {isVector ? (
            <Segments<PieceKind>
              label="What becomes a part"
              name="piece-kind"
              className=""
              options={[
                ['groups', 'Groups', 'What lies side by side in it'],
                ['shapes', 'Shapes', 'Every shape by itself'],
              ]}
              value={kind}
              onChange={(next) => start(() => setKind(next))}
            />
          ) : (
            <>
              <Form.Check
                id="piece-islands"
                label="What lies apart is a piece"
                checked={islands}
                onChange={({ target }) => start(() => setIslands(target.checked))}
              />
              <Form.Check
                id="piece-filled"
                label="Paint what was behind"
                title="Fills what a lasso leaves open with the colours around it"
                checked={filled}
                onChange={({ target }) => setFilled(target.checked)}
              />
            </>
          )}
          <span className="ms-auto d-flex gap-1">
            <Button
              size="sm"
              variant="outline-secondary"
              disabled={groups.filter((group) => group.some((one) => lit.has(one))).length < 2}
              onClick={() => step({ joins: [...joins, [...lit]] })}
            >
              Keep together
            </Button>
            <IconButton
              icon={Undo2}
              label="Take back the last step"
              disabled={steps.length < 2}
              onClick={() => setSteps(steps.slice(0, -1))}
            />
          </span>
        </div>
        {apart && (
          <PiecesPicture
            apart={apart}
            lit={lit}
            onClick={toggle}
            onLasso={(outline, inside) =>
              isVector ? light(new Set(inside)) : step({ lassos: [...lassos, outline] })
            }
          />
        )}
        {!apart && !failure && <Spinner role="status" aria-label="Looking for pieces" />}
        {failure && (
          <p className="text-danger-emphasis mb-0" role="alert">
            {failure}
          </p>
        )}
        <p className="quiet small mt-2 mb-0">
          {isVector
            ? 'Click pieces, or draw around some, and keep them together; everything else becomes a part of its own.'
            : 'Draw around something to cut it out. Click pieces that are to stay together.'}
        </p>
        <IntakeProgress name="the pieces" intake={intake} />
      </Modal.Body>
      <Modal.Footer>
        <span className="quiet small me-auto">This can be undone.</span>
        <Button variant="quiet" onClick={onClose}>
          Cancel
        </Button>
        <Button
          disabled={!apart || groups.length < 2 || intake.progress !== null}
          onClick={() => void intake.take([new File([], part.name)])}
        >
          {groups.length < 2 ? 'Take apart' : `Take apart into ${groups.length} parts`}
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
