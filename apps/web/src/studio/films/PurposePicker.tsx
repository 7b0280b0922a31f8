import {
  AudioLines,
  Film,
  Gamepad2,
  Globe,
  Images,
  Repeat,
  Scissors,
  Smartphone,
  Spline,
  Square,
  Table2,
  type LucideIcon,
} from 'lucide-react';
import { FILM_FORMATS, PURPOSES, PURPOSE_NAMES, type PurposeName } from '@cruvo/core/delivery';

const ICONS: Record<PurposeName, LucideIcon> = {
  share: Film,
  square: Square,
  upright: Smartphone,
  edit: Scissors,
  web: Globe,
  loop: Repeat,
  vectors: Spline,
  pictures: Images,
  game: Gamepad2,
  sound: AudioLines,
  timing: Table2,
};

/** What a film is for: all of it in view, each with what it becomes. */
export function PurposePicker({
  value,
  onChange,
}: {
  value: PurposeName;
  onChange: (purpose: PurposeName) => void;
}) {
  return (
    <fieldset className="purposes mb-2">
      <legend className="visually-hidden">What it is for</legend>
      {PURPOSE_NAMES.map((purpose) => {
        const { name, format } = PURPOSES[purpose];
        const Icon = ICONS[purpose];
        return (
          <label key={purpose} className={value === purpose ? 'purpose chosen' : 'purpose'}>
            <input
              type="radio"
              name="purpose"
              className="visually-hidden"
              checked={value === purpose}
              onChange={() => onChange(purpose)}
            />
            <Icon size={20} aria-hidden />
            <span>
              {name}
              <small className="quiet d-block">{FILM_FORMATS[format].name}</small>
            </span>
          </label>
        );
      })}
    </fieldset>
  );
}
