import { Sparkles, X } from 'lucide-react';
import { Button } from 'react-bootstrap';
import type { Emitter } from '@cruvo/core/particles';
import { withRecord } from '@cruvo/core/records';
import { burstsOf, withBurst, withoutBurst, withoutEmitter } from '@cruvo/core/scene';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import { IconButton } from '../../shell/IconButton';
import { ThingRow } from '../scene/ThingRow';
import { useOpenScene, useScene } from '../SceneContext';
import { CueChoice } from '../falling/CueChoice';
import { StyleFields } from './StyleFields';
import { WhereFields } from './WhereFields';

/** Something that particles come from: its name, its bursts, and all that can be set about it while one watches. */
export function EmitterCard({ emitter, open }: { emitter: Emitter; open: boolean }) {
  const { store } = useOpenScene();
  const { id, name, muted } = emitter;
  const state = store.getState();
  const change = (fields: Partial<Emitter>) =>
    state.edit((scene) => ({
      ...scene,
      emitters: withRecord(scene.emitters, id, (one) => ({ ...one, ...fields })),
    }));
  const toggle = () => state.chooseEmitter(open ? null : id);
  return (
    <li className={`emitter ${open ? 'open' : ''}`}>
      <ThingRow
        {...{ name, muted, open }}
        onToggle={toggle}
        onChange={change}
        onDelete={() => state.edit((scene) => withoutEmitter(scene, id))}
      />
      {open && (
        <div className="emitter-fields">
          {emitter.burst > 0 && (
            <>
              <Bursts emitter={emitter} />
              <CueChoice
                label="Bursts with"
                cue={emitter.cue}
                onChange={(cue) => change({ cue })}
              />
            </>
          )}
          <WhereFields emitter={emitter} onChange={change} />
          <StyleFields emitter={emitter} onChange={change} />
        </div>
      )}
    </li>
  );
}

/** Bursts that were laid down, and a button for another one. */
function Bursts({ emitter: { id, name } }: { emitter: Emitter }) {
  const { store, transport } = useOpenScene();
  const scene = useScene((state) => state.scene);
  const { edit } = store.getState();
  const burst = () =>
    edit((before) =>
      withBurst(before, id, Math.max(0, toFlicks(transport.time())), crypto.randomUUID()),
    );
  return (
    <div className="d-flex flex-wrap align-items-center gap-1 mb-2">
      <Button size="sm" variant="outline-secondary" onClick={burst}>
        <Sparkles size={15} aria-hidden /> Burst at the playhead
      </Button>
      {burstsOf(scene, id).map((time) => {
        const at = `${toSeconds(time).toFixed(2)} s`;
        return (
          <span key={time} className="burst figures">
            <button
              type="button"
              className="btn btn-link btn-sm p-0"
              title={`Go to the burst at ${at}`}
              onClick={() => transport.scrub(toSeconds(time))}
            >
              {at}
            </button>
            <IconButton
              icon={X}
              label={`Take away the burst of ${name} at ${at}`}
              onClick={() => edit((before) => withoutBurst(before, id, time))}
            />
          </span>
        );
      })}
    </div>
  );
}
