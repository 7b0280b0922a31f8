import { Form } from 'react-bootstrap';
import type { FitSettings } from '@cruvo/core/mouth';

interface SettingSlider {
  readonly key: 'strength' | 'smooth' | 'early' | 'hold' | 'pause' | 'gate';
  readonly label: string;
  readonly hint: string;
  readonly min: number;
  readonly max: number;
  readonly step: number;
  readonly show: (value: number) => string;
}

const percent = (value: number) => `${Math.round(100 * value)} %`;
const milliseconds = (value: number) => `${Math.round(1000 * value)} ms`;

function strengthInWords(value: number): string {
  const word =
    value < 0.75 ? 'mumbling' : value < 1.2 ? 'natural' : value < 1.6 ? 'lively' : 'theatrical';
  return `${word} · ${percent(value)}`;
}

const heldInWords = (frames: number) =>
  ['', 'on ones', 'on twos', 'on threes', 'on fours'][frames] ?? `${frames} frames`;

const SLIDERS: readonly SettingSlider[] = [
  {
    ...{ key: 'strength', label: 'How strong', min: 0.3, max: 2, step: 0.05 },
    hint: 'From mumbling to theatrical: how far the mouth leaves its rest',
    show: strengthInWords,
  },
  {
    ...{ key: 'smooth', label: 'How smooth', min: 0, max: 1, step: 0.05 },
    hint: 'How much neighbouring sounds run into each other',
    show: percent,
  },
  {
    ...{ key: 'early', label: 'How early', min: 0, max: 0.2, step: 1 / 120 },
    hint: 'How far the picture leads the sound; one frame at 24 is 42 ms',
    show: milliseconds,
  },
  {
    ...{ key: 'hold', label: 'How held', min: 1, max: 4, step: 1 },
    hint: 'Each drawing stays for at least this many frames',
    show: heldInWords,
  },
  {
    ...{ key: 'pause', label: 'Rests after', min: 0.1, max: 2, step: 0.05 },
    hint: 'A pause longer than this closes the mouth to its rest',
    show: milliseconds,
  },
];

const GATE: SettingSlider = {
  ...{ key: 'gate', label: 'Opens above', min: 0, max: 0.9, step: 0.01 },
  hint: 'How loud a sound must be, from the room’s noise (0 %) to the loudest speech (100 %)',
  show: percent,
};

/** How the voice moves the mouth; every change is seen at once, without hearing again. */
export function FitSliders({
  fit,
  onChange,
}: {
  fit: FitSettings;
  onChange: (change: Partial<FitSettings>) => void;
}) {
  const sliders = fit.method === 'sounds' ? SLIDERS : [...SLIDERS, GATE];
  return sliders.map(({ key, label, hint, show, ...range }) => (
    <Form.Group key={key} className="setting" controlId={`fit-${key}`} title={hint}>
      <Form.Label>
        {label} <span className="quiet figures">{show(fit[key])}</span>
      </Form.Label>
      <Form.Range
        {...range}
        value={fit[key]}
        aria-valuetext={show(fit[key])}
        onChange={({ target }) => onChange({ [key]: Number(target.value) })}
      />
    </Form.Group>
  ));
}
