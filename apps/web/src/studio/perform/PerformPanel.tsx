import { Circle, Square } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useHotkeys } from 'react-hotkeys-hook';
import { useStore } from 'zustand';
import { sentenceOf } from '@cruvo/core/problem';
import { labelOfTarget, movedBy, placeOfTarget, Player, targetsOf } from '@cruvo/core/program';
import { LIGHT, STAGE, WARMTH } from '@cruvo/core/scene';
import { toFlicks, toSeconds } from '@cruvo/core/time';
import { useMoved, useOpenScene, useProgram, useTransport } from '../SceneContext';
import { MemberSelect, useMemberNames } from '../scene/MemberSelect';
import { ControlOptions } from '../life/ControlOptions';
import { ChannelSlider } from './ChannelSlider';
import { TakeCard } from './TakeCard';
import { useTakes } from './useTakes';

const COUNT_INS = [0, 1, 2, 3];
/** What is not performed by a slider: the mouth follows the voice, and what sways swings by itself. */
const BY_ITSELF = /^(mouth|sway)\./;
const NOTHING_MOVED =
  'Nothing was moved, so nothing was recorded. Drag the character or a slider while it plays.';

/** Performs a character, or the stage, by hand, in passes: what is moved while the scene plays becomes a take. */
export function PerformPanel() {
  const member = useMoved();
  if (member === null) {
    return <p className="quiet">Nobody is on the stage yet. Bring a character in first.</p>;
  }
  return <MemberPanel key={member} member={member} />;
}

function MemberPanel({ member }: { member: string }) {
  const { transport, performing } = useOpenScene();
  const program = useProgram();
  const own = movedBy(program, member);
  const nameOf = useMemberNames();
  const phase = useStore(performing.state, (state) => state.phase);
  const stays = useStore(performing.state, (state) => state.stays);
  const loop = useTransport((state) => state.loop);
  const [countIn, setCountIn] = useState(1);
  const [inLoop, setInLoop] = useState(false);
  const [notice, setNotice] = useState<string | null>(null);
  const actions = useTakes(member);
  useEffect(() => {
    performing.choose(member);
    return () => performing.choose(null);
  }, [performing, member]);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const targets = useMemo(() => {
    const all = own ? targetsOf(own.controls).filter((target) => !BY_ITSELF.test(target)) : [];
    if (member !== STAGE) return all;
    // A stage has hundreds.
    const shown = new Set([LIGHT, WARMTH, ...chosen]);
    return all.filter((target) => shown.has(target));
  }, [own, member, chosen]);

  const record = async () => {
    if (!own || phase !== 'idle') return;
    setNotice(null);
    const player = new Player(program);
    const played = (target: string, time: number) => {
      const place = placeOfTarget(own.controls, target);
      return place ? player.valuesAt(member, toFlicks(time))![place.slot]! : 0;
    };
    const length = toSeconds(program.scene.length);
    const from = inLoop && loop ? loop.start : transport.time() >= length ? 0 : transport.time();
    const until = inLoop && loop ? loop.end : length;
    try {
      await performing.record({ from, until, countIn }, played, (pass) => {
        // Whoever performed wants to see it next.
        transport.seek(pass.from);
        if (!pass.recording) return setNotice(NOTHING_MOVED);
        actions.add(pass).catch((error: unknown) => setNotice(sentenceOf(error)));
      });
    } catch (error) {
      setNotice(sentenceOf(error));
    }
  };
  const toggle = () => (phase === 'idle' ? void record() : performing.stop());
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
          value={inLoop && loop ? 'loop' : 'on'}
          onChange={({ target }) => setInLoop(target.value === 'loop')}
        >
          <option value="on">From here on</option>
          {loop && <option value="loop">The loop</option>}
        </Form.Select>
      </div>
      {notice && (
        <p className="small text-danger-emphasis" role="alert">
          {notice}
        </p>
      )}
      <Form.Check
        type="switch"
        id="performing stays"
        className="small mb-1"
        label="What is let go stays"
        checked={stays}
        onChange={({ target }) => performing.setStays(target.checked)}
      />
      {own && targets.length === 0 && (
        <p className="quiet small">
          Nothing of {nameOf(member)} can be moved by hand yet. Open the character and press{' '}
          <em>Set up the body</em>, or make controls of its own.
        </p>
      )}
      {own && (
        <div className="channels">
          {targets.map((target) => {
            const { control, up, down, slot } = placeOfTarget(own.controls, target)!;
            const rest = own.controls.rest[slot]!;
            return (
              <ChannelSlider
                key={target}
                {...{ performing, target, rest }}
                label={labelOfTarget(own.controls, target)}
                min={control.kind === 'range' && !control.reach ? control.min : rest - down}
                max={control.kind === 'range' && !control.reach ? control.max : rest + up}
              />
            );
          })}
        </div>
      )}
      {member === STAGE && (
        <Form.Select
          size="sm"
          aria-label="Perform another thing of the stage"
          value=""
          onChange={({ target }) => setChosen([...chosen, target.value])}
        >
          <ControlOptions member={member} chosen="" />
        </Form.Select>
      )}
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
