import { Plus, X } from 'lucide-react';
import { Form } from 'react-bootstrap';
import { MOST_COLORS, type ParticleStyle } from '@cruvo/core/particles';
import { IconButton } from '../../shell/IconButton';

/** The colours of particles: one after the other in a life, or one of them for each. */
export function ColourFields({
  style: { colors, colored },
  id,
  onChange,
}: {
  style: ParticleStyle;
  /** Tells the fields from others on the page. */
  id: string;
  onChange: (fields: Pick<ParticleStyle, 'colors'> | Pick<ParticleStyle, 'colored'>) => void;
}) {
  return (
    <div className="particle-colours" role="group" aria-label="Colours">
      {colors.map((color, at) => (
        <span key={at} className="d-inline-flex align-items-center">
          <Form.Control
            type="color"
            aria-label={`Colour ${at + 1}`}
            value={color}
            onChange={({ target }) => onChange({ colors: colors.with(at, target.value) })}
          />
          {colors.length > 1 && (
            <IconButton
              icon={X}
              label={`Take colour ${at + 1} away`}
              onClick={() => onChange({ colors: colors.toSpliced(at, 1) })}
            />
          )}
        </span>
      ))}
      {colors.length < MOST_COLORS && (
        <IconButton
          icon={Plus}
          label="Another colour"
          onClick={() => onChange({ colors: [...colors, colors.at(-1)!] })}
        />
      )}
      {colors.length > 1 && (
        <Form.Check
          id={`colored-${id}`}
          label="One after the other in a life"
          checked={colored === 'over life'}
          onChange={({ target }) => onChange({ colored: target.checked ? 'over life' : 'each' })}
        />
      )}
    </div>
  );
}
