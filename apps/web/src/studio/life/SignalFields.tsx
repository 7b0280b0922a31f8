import { Dices } from 'lucide-react';
import { Form } from 'react-bootstrap';
import {
  isFitted,
  isOfVoice,
  usualSignal,
  type Reaction,
  type SignalKind,
  type SignalSpec,
} from '@cruvo/core/reactions';
import { castOf, STAGE } from '@cruvo/core/scene';
import { IconButton } from '../../shell/IconButton';
import { useOpenScene, useScene } from '../SceneContext';
import { DrawnSignal } from './DrawnSignal';
import { ShareSlider } from './ShareSlider';
import type { ReactionFieldsProps } from './useReactions';
import { SIGNAL_FIELDS, SIGNAL_GROUPS } from './words';
import { ControlOptions } from './ControlOptions';

const PARTS_OF_MOUTH = [
  ['jaw', 'Jaw'],
  ['width', 'Lips wide'],
  ['round', 'Lips round'],
  ['press', 'Lips pressed'],
  ['teeth', 'Teeth'],
  ['tongue', 'Tongue'],
] as const;

/** What a reaction follows, and its settings. */
export function SignalFields({ reaction, member, set }: ReactionFieldsProps) {
  const { signal } = reaction;
  const change = (fields: object) => set({ signal: { ...signal, ...fields } as SignalSpec });
  const numbers = Object.entries(SIGNAL_FIELDS[signal.kind] ?? {});
  const choose = (kind: SignalKind) => {
    const usual = usualSignal(kind);
    // Whose voice is followed stays as it was chosen.
    const listened = isOfVoice(signal) ? signal.of : member === STAGE ? 'everyone' : null;
    const of = listened !== null && isOfVoice(usual) ? { of: listened } : {};
    set({ signal: { ...usual, ...of }, low: null, high: null });
  };
  return (
    <div className="d-grid gap-1">
      <Form.Select
        size="sm"
        aria-label="Signal"
        value={signal.kind}
        onChange={({ target }) => choose(target.value as SignalKind)}
      >
        {SIGNAL_GROUPS.map(({ label, signals }) => (
          <optgroup key={label} label={label}>
            {signals.map(([kind, name]) => (
              <option key={kind} value={kind}>
                {name}
              </option>
            ))}
          </optgroup>
        ))}
      </Form.Select>
      {isOfVoice(signal) && (
        <Whose of={signal.of} member={member} onChange={(of) => change({ of })} />
      )}
      {signal.kind === 'articulation' && (
        <Form.Select
          size="sm"
          aria-label="What of the mouth"
          value={signal.dimension}
          onChange={({ target }) => change({ dimension: target.value })}
        >
          {PARTS_OF_MOUTH.map(([part, label]) => (
            <option key={part} value={part}>
              {label}
            </option>
          ))}
        </Form.Select>
      )}
      {signal.kind === 'word' && (
        <Form.Control
          size="sm"
          aria-label="Words"
          placeholder="Words, with spaces between; any word where none is written"
          value={signal.words}
          onChange={({ target }) => change({ words: target.value })}
        />
      )}
      {signal.kind === 'drawn' && (
        <DrawnSignal keys={signal.keys} onChange={(keys) => change({ keys })} />
      )}
      {signal.kind === 'control' && (
        <Form.Select
          size="sm"
          aria-label="Control that it follows"
          value={signal.control}
          onChange={({ target }) => change({ control: target.value })}
        >
          <ControlOptions member={member} chosen={signal.control} />
        </Form.Select>
      )}
      {numbers.map(([key, field]) => (
        <ShareSlider
          key={key}
          field={field}
          value={(signal as unknown as Record<string, number>)[key]!}
          onChange={(value) => change(inRange(signal, key, value))}
        />
      ))}
      {'seed' in signal && (
        <div className="d-flex align-items-center small quiet">
          <span className="me-auto">Chance {signal.seed}</span>
          <IconButton
            icon={Dices}
            label="Another chance"
            onClick={() => change({ seed: signal.seed + 1 })}
          />
        </div>
      )}
      {isFitted(signal) && <Ends reaction={reaction} set={set} />}
    </div>
  );
}

/** Two ends don't pass each other. */
function inRange(signal: SignalSpec, key: string, value: number): object {
  if (signal.kind === 'chance') {
    const { shortest, longest } = signal;
    if (key === 'shortest') return { shortest: value, longest: Math.max(value, longest) };
    if (key === 'longest') return { longest: value, shortest: Math.min(value, shortest) };
  }
  if (signal.kind === 'band' || signal.kind === 'onsets') {
    const { low, high } = signal;
    if (key === 'low') return { low: value, high: Math.max(value + 20, high) };
    return { high: Math.max(20, value), low: Math.min(Math.max(0, value - 20), low) };
  }
  return { [key]: value };
}

function Whose({
  of,
  member,
  onChange,
}: {
  of: string;
  member: string;
  onChange: (of: string) => void;
}) {
  const { characters } = useOpenScene();
  const cast = useScene(({ scene }) => castOf(scene));
  const others = cast.filter(({ id }) => id !== member);
  const gone = !['own', 'others', 'everyone'].includes(of) && !others.some(({ id }) => id === of);
  return (
    <Form.Select
      size="sm"
      aria-label="Whose voice"
      value={of}
      onChange={({ target }) => onChange(target.value)}
    >
      {member !== STAGE && (
        <>
          <option value="own">of its own voice</option>
          <option value="others">of the others</option>
        </>
      )}
      <option value="everyone">of everybody</option>
      {others.map(({ id, name, character }) => (
        <option key={id} value={id}>
          of {name ?? characters.get(character)?.name}
        </option>
      ))}
      {gone && <option value={of}>of somebody who is gone</option>}
    </Form.Select>
  );
}

/** The quiet and the loud end: measured in each recording, or set by hand. */
function Ends({
  reaction: { low, high },
  set,
}: {
  reaction: Reaction;
  set: (fields: Partial<Reaction>) => void;
}) {
  const end = (label: string, value: number | null, onChange: (value: number | null) => void) => (
    <Form.Control
      size="sm"
      type="number"
      aria-label={label}
      placeholder="measured"
      title="Measured in each recording; type a number to set it by hand"
      value={value ?? ''}
      onChange={({ target }) => {
        const number = Number(target.value);
        if (target.value === '') onChange(null);
        else if (Number.isFinite(number) && Math.abs(number) <= 1000) onChange(number);
      }}
    />
  );
  return (
    <div className="d-flex align-items-center gap-1 small">
      <span className="quiet flex-fill text-nowrap">Ends</span>
      {end('Quiet end', low, (value) => (value === null || value !== high) && set({ low: value }))}
      {end('Loud end', high, (value) => (value === null || value !== low) && set({ high: value }))}
    </div>
  );
}
