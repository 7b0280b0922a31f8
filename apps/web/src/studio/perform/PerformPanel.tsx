import { Switch } from '../../shell/fields';
import { Circle, Square } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Button, ButtonGroup, Form } from 'react-bootstrap';
import { useHotkeys } from 'react-hotkeys-hook';
import { useStore } from 'zustand';
import { sentenceOf } from '@cruvo/core/problem';
import { movedBy, placeOfTarget, Player } from '@cruvo/core/program';
import { STAGE } from '@cruvo/core/scene';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import { useMoved, useOpenScene, useProgram, useTransport } from '../SceneContext';
import { MemberSelect } from '../scene/MemberSelect';
import { Channels } from './Channels';
import { PASSES, usePasses } from './passes';
import { UnfinishedPasses } from './safe/UnfinishedPasses';
import { TakeCard } from './TakeCard';
import { useTakes } from './useTakes';
import { PASS_NAMES } from './words';

const COUNT_INS = [0, 1, 2, 3];
const NOTHING_MOVED =
  'Nothing was moved, so nothing was recorded. Drag the character or a slider, let a face be seen, or fire a cue, while it plays.';

/** Seconds. */
const SHORTEST_ROUND = 0.5;
const TOO_SHORT = 'The loop is too short to perform in. Make it half a second long at least.';
const HIDDEN =
  'The page was hidden, so recording has stopped. What was performed until then is kept.';

/** Performs a character, or the stage, by hand, in passes: what is moved while the scene plays becomes a take. */
export function PerformPanel() {
  const member = useMoved();
  if (member === null) {
    return <p className="quiet">Nobody is on the stage yet. Bring a character in first.</p>;
  }
  return <MemberPanel key={member} member={member} />;
}

function MemberPanel({ member }: { member: string }) {
  const { transport, performing, passSafe } = useOpenScene();
  const program = useProgram();
  const own = movedBy(program, member);
  const phase = useStore(performing.state, (state) => state.phase);
  const stays = useStore(performing.state, (state) => state.stays);
  const loop = useTransport((state) => state.loop);
  const [countIn, setCountIn] = useState(1);
  const [inLoop, setInLoop] = useState(false);
  const [notice, setNotice] = useState<string | null>(null);
  const actions = useTakes(member);
  const chosenPass = usePasses((state) => state.pass);
  const { setPass } = usePasses.getState();
  // A stage has no face.
  const pass = member === STAGE ? 'hands' : chosenPass;
  useEffect(() => {
    performing.choose(member);
    return () => performing.choose(null);
  }, [performing, member]);
  const record = async () => {
    if (!own || phase !== 'idle') return;
    setNotice(null);
    const player = new Player(program);
    const played = (target: string, time: number) => {
      const place = placeOfTarget(own.controls, target);
      return place ? player.valuesAt(member, toFlicks(time))![place.slot]! : 0;
    };
    const length = toSeconds(program.scene.length);
    const looped = inLoop ? loop : null;
    if (looped && looped.end - looped.start < SHORTEST_ROUND) return setNotice(TOO_SHORT);
    const from = looped?.start ?? (transport.time() >= length ? 0 : transport.time());
    const until = looped?.end ?? length;
    const failed = (error: unknown) => setNotice(sentenceOf(error));
    const round = (wait: number): Promise<void> =>
      performing.record({ from, until, countIn: wait }, played, (pass) => {
        if (pass.recording || pass.cues.length > 0) actions.add(pass).catch(failed);
        // Round after round, each a take, until somebody stops it.
        if (looped && pass.complete) return void round(0).catch(failed);
        // Whoever performed wants to see it next.
        transport.setLoop(looped);
        transport.seek(pass.from);
        if (!pass.recording && pass.cues.length === 0) {
          setNotice(NOTHING_MOVED);
          void passSafe.forget(pass.id);
        }
      });
    await round(countIn).catch(failed);
  };
  const toggle = () => (phase === 'idle' ? void record() : performing.stop());
  // A hidden page gets no pictures, and its clocks run slowly.
  useEffect(() => {
    if (phase === 'idle') return;
    const stop = () => {
      if (document.visibilityState !== 'hidden') return;
      performing.stop();
      setNotice(HIDDEN);
    };
    document.addEventListener('visibilitychange', stop);
    return () => document.removeEventListener('visibilitychange', stop);
  }, [phase, performing]);
  useHotkeys('shift+p', toggle, { preventDefault: true });
  useHotkeys('escape', () => performing.stop(), { enabled: phase !== 'idle' });

  return (
    <section className="perform" aria-label="Perform">
      <div className="perform-head">
        <MemberSelect
          label="Who is performed"
          withStage
          member={member}
          disabled={phase !== 'idle'}
        />
        <Button
          variant={phase === 'idle' ? 'primary' : 'danger'}
          title={phase === 'idle' ? 'Record a pass (Shift P)' : 'Stop (Shift P, Escape)'}
          onClick={toggle}
        >
          {phase === 'idle' ? <Circle size={16} aria-hidden /> : <Square size={16} aria-hidden />}
          {phase === 'idle' ? 'Record' : phase === 'counting' ? 'Wait …' : 'Stop'}
        </Button>
      </div>
      <div className="d-flex gap-2 align-items-center small mb-2">
        <Form.Select
          size="sm"
          aria-label="Count-in"
          value={countIn}
          onChange={({ target }) => setCountIn(Number(target.value))}
        >
          {COUNT_INS.map((seconds) => (
            <option key={seconds} value={seconds}>
              {seconds === 0 ? 'At once' : `After ${seconds} s`}
            </option>
          ))}
        </Form.Select>
        <Form.Select
          size="sm"
          aria-label="Which stretch"
          title="From the playhead to the end, or the loop, of which every round is a take"
          value={inLoop && (loop || phase !== 'idle') ? 'loop' : 'on'}
          onChange={({ target }) => setInLoop(target.value === 'loop')}
        >
          <option value="on">From here</option>
          {(loop || (inLoop && phase !== 'idle')) && <option value="loop">The loop</option>}
        </Form.Select>
      </div>
      {notice && (
        <p className="small text-danger-emphasis" role="alert">
          {notice}
        </p>
      )}
      {member !== STAGE && (
        <ButtonGroup size="sm" className="w-100 mb-2" aria-label="What is performed">
          {PASSES.map((one) => (
            <Button
              key={one}
              variant={one === pass ? 'secondary' : 'outline-secondary'}
              aria-pressed={one === pass}
              disabled={phase !== 'idle'}
              onClick={() => {
                setPass(one);
                setNotice(null);
              }}
            >
              {PASS_NAMES[one]}
            </Button>
          ))}
        </ButtonGroup>
      )}
      {pass === 'hands' && (
        <Switch
          id="performing stays"
          className="small mb-1"
          label="What is let go stays"
          checked={stays}
          onChange={(on) => performing.setStays(on)}
        />
      )}
      {own && <Channels key={pass} {...{ member, own, pass }} />}
      {phase === 'idle' && <UnfinishedPasses add={actions.add} />}
      <h2 className="h6 mt-3">Takes</h2>
      {actions.takes.length === 0 && (
        <p className="quiet small">
          Press <kbd>Shift P</kbd> and drag the character, or a slider, while the scene plays. What
          you move becomes a take; record another one over it for the hands, the face, the eyes.
        </p>
      )}
      {own &&
        actions.takes
          .toReversed()
          .map((take) => <TakeCard key={take.id} {...{ take, actions }} controls={own.controls} />)}
    </section>
  );
}
