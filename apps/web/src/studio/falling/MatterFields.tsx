import { isMoved, USUAL_BODY, type Body } from '@cruvo/core/bodies';
import { ShareSlider } from '../life/ShareSlider';
import { inPercent, type NumberField } from '../life/words';

const field = (
  label: string,
  [min, max, step]: readonly [number, number, number],
  inWords: NumberField['inWords'],
): NumberField => ({ label, min, max, step, inWords });

const DENSITY = field('Density', [0.05, 8, 0.05], (value) => value.toFixed(2));
const BOUNCE = field('Bounces back', [0, 1, 0.05], inPercent);
const FRICTION = field('Friction', [0, 1.5, 0.05], inPercent);
const GRAVITY = field('Weight', [-1, 3, 0.05], (value) => `${value.toFixed(2)} g`);
const WIND = field('Wind', [0, 2, 0.05], inPercent);
const RATE = field('Springs', [0.2, 15, 0.1], (value) => `${value.toFixed(1)} a second`);
const DAMPING = field('Damping', [0, 1.5, 0.05], inPercent);

type NumberKey = 'density' | 'bounce' | 'friction' | 'gravity' | 'wind';

/** What a body is like. */
export function MatterFields({
  body,
  onChange,
}: {
  body: Body;
  onChange: (fields: Partial<Body>) => void;
}) {
  const slider = (of: NumberField, key: NumberKey, usual: number = USUAL_BODY[key]) => (
    <ShareSlider
      field={of}
      value={body[key]}
      usual={usual}
      onChange={(value) => onChange({ [key]: value })}
    />
  );
  const { spring } = body;
  return (
    <>
      {body.kind === 'springy' && (
        <>
          <ShareSlider
            field={RATE}
            value={spring.rate}
            usual={USUAL_BODY.spring.rate}
            onChange={(rate) => onChange({ spring: { ...spring, rate } })}
          />
          <ShareSlider
            field={DAMPING}
            value={spring.damping}
            usual={USUAL_BODY.spring.damping}
            onChange={(damping) => onChange({ spring: { ...spring, damping } })}
          />
        </>
      )}
      {slider(BOUNCE, 'bounce')}
      {slider(FRICTION, 'friction')}
      {isMoved(body) && (
        <>
          {slider(DENSITY, 'density')}
          {slider(GRAVITY, 'gravity', body.kind === 'springy' ? 0 : 1)}
          {slider(WIND, 'wind')}
        </>
      )}
    </>
  );
}
