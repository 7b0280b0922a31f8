import { Dices, Sparkles } from 'lucide-react';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { withPerformance } from '@cruvo/core/performance';
import {
  PERFORMANCE_PARTS,
  USUAL_PERFORMANCE,
  type PerformanceSettings,
  type Scene,
} from '@cruvo/core/scene';
import { toFlicks, type Flicks } from '@cruvo/core/time';
import { useOpenScene, useScene } from '../SceneContext';
import { ShareSlider } from './ShareSlider';
import { PART_NAMES } from './words';

const WHERE = {
  everywhere: 'the whole scene',
  'work area': 'the work area',
  'from here': 'from the playhead on',
} as const;
type Where = keyof typeof WHERE;

const AMOUNT = {
  ...{ label: 'Amount', min: 0, max: 2, step: 0.05 },
  inWords: (value: number) => `${Math.round(100 * value)} %`,
};
const CALM = {
  ...{ label: 'Calm', min: 0, max: 1, step: 0.05 },
  inWords: (value: number) => (value < 0.3 ? 'excited' : value > 0.7 ? 'calm' : 'natural'),
};

/** Lets a character perform by its voice, and changes how. */
export function PerformanceCard({ member, name }: { member: string; name: string }) {
  const { store, characters, transport } = useOpenScene();
  const scene = useScene((state) => state.scene);
  const own = scene.performances[member];
  const performs = own !== undefined;
  const [ready, setReady] = useState<PerformanceSettings>(USUAL_PERFORMANCE);
  const settings = own ?? ready;
  const [where, setWhere] = useState<Where>('everywhere');
  const [open, setOpen] = useState(false);
  const character = characters.get(scene.cast[member]!.character);
  if (!character) return null;
  const perform = (next: PerformanceSettings) =>
    store.getState().edit((before) => withPerformance(before, member, character, next));
  const change = (fields: Partial<PerformanceSettings>) => {
    const next = { ...settings, ...fields };
    // Sliders change a performance while one watches; before there is one they only get ready for it.
    if (performs) perform(next);
    else setReady(next);
  };
  const begin = () =>
    perform({ ...settings, stretch: stretchOf(where, scene, toFlicks(transport.time())) });
  return (
    <section className="control-card" aria-label="Bring to life">
      <div className="d-flex gap-2 mb-2">
        <Button size="sm" className="flex-fill" onClick={begin}>
          <Sparkles size={16} aria-hidden /> {performs ? 'Perform anew' : `Bring ${name} to life`}
        </Button>
        <Button
          size="sm"
          variant="outline-secondary"
          disabled={!performs}
          title="The same in another way"
          onClick={() => change({ seed: settings.seed + 1 })}
        >
          <Dices size={16} aria-hidden /> Another
        </Button>
      </div>
      {!performs && (
        <p className="quiet small mb-2">
          Head, brows, eyes, hands and breath go with the voice, and with those of the others.
          Everything can be changed below.
        </p>
      )}
      <ShareSlider
        field={AMOUNT}
        value={settings.amount}
        usual={1}
        onChange={(amount) => change({ amount })}
      />
      <ShareSlider
        field={CALM}
        value={settings.calm}
        usual={0.5}
        onChange={(calm) => change({ calm })}
      />
      <Form.Select
        size="sm"
        className="my-1"
        aria-label="Where it counts"
        value={where}
        onChange={({ target }) => {
          const next = target.value as Where;
          setWhere(next);
          change({ stretch: stretchOf(next, scene, toFlicks(transport.time())) });
        }}
      >
        {Object.entries(WHERE)
          .filter(([key]) => key !== 'work area' || scene.workArea)
          .map(([key, label]) => (
            <option key={key} value={key}>
              For {label}
            </option>
          ))}
      </Form.Select>
      <Button size="sm" variant="link" className="p-0" onClick={() => setOpen(!open)}>
        {open ? 'Less' : 'How much of each'}
      </Button>
      {open &&
        PERFORMANCE_PARTS.map((part) => (
          <ShareSlider
            key={part}
            field={{ ...AMOUNT, label: PART_NAMES[part] }}
            value={settings.shares[part]}
            usual={1}
            onChange={(share) => change({ shares: { ...settings.shares, [part]: share } })}
          />
        ))}
    </section>
  );
}

function stretchOf(where: Where, scene: Scene, now: Flicks): PerformanceSettings['stretch'] {
  if (where === 'work area' && scene.workArea) return scene.workArea;
  if (where === 'from here' && now < scene.length) return { start: now, end: scene.length };
  return null;
}
