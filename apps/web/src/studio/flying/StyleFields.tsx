import { Form } from 'react-bootstrap';
import {
  LOOK_NAMES,
  mostInTheAir,
  roomInTheAir,
  type LookName,
  type Meeting,
  type ParticleStyle,
} from '@cruvo/core/particles';
import { Segments } from '../../shell/Segments';
import { Switch } from '../../shell/fields';
import { ColourFields } from './ColourFields';
import { OwnPicture } from './OwnPicture';
import { ShareSlider } from '../life/ShareSlider';
import { inPercent, type NumberField } from '../life/words';
import type { EmitterFieldsProps } from './WhereFields';

const MEETINGS_IN_WORDS: Readonly<Record<Meeting, string>> = {
  nothing: 'fly on',
  bounce: 'bounce',
  stick: 'stay where they fell',
  splash: 'splash',
  vanish: 'vanish',
};

const LOOKS_IN_WORDS: Readonly<Record<LookName, string>> = {
  ...{ dot: 'Dots', drop: 'Drops', flake: 'Flakes', leaf: 'Leaves', spark: 'Sparks' },
  ...{ bubble: 'Bubbles', ball: 'Balls', heart: 'Hearts', confetti: 'Confetti' },
};

const FACES = [
  ['way', 'As they fly', 'Turned the way that they fly'],
  ['up', 'Upright', 'Nearly upright'],
  ['any', 'Any way', 'Turned any way, and turning'],
] as const;

const degrees = (radians: number) => `${Math.round((radians * 180) / Math.PI)}°`;
const field = (
  label: string,
  [min, max, step]: readonly [number, number, number],
  inWords: NumberField['inWords'],
): NumberField => ({ label, min, max, step, inWords });

const whole = (value: number) => Math.round(value).toLocaleString('en');
const RATE = field('A second', [0, 1500, 1], whole);
const BURST = field('In a burst', [0, 600, 1], whole);
const SIZE = field('Size', [1, 250, 1], whole);
const SPEED = field('Speed', [0, 2500, 10], whole);
const LIFE = field('Life', [0.1, 20, 0.1], (value) => `${value.toFixed(1)} s`);
const VARIES = field('Varies', [0, 1, 0.05], inPercent);
const DIRECTION = field('Direction', [-Math.PI, Math.PI, Math.PI / 36], degrees);
const FAN = field('Fan', [0, Math.PI, Math.PI / 36], degrees);
const GRAVITY = field('Weight', [-0.5, 2, 0.02], (value) => `${value.toFixed(2)} g`);
const WIND = field('Wind', [0, 2, 0.05], inPercent);
const DRAG = field('Air drag', [0, 8, 0.1], (value) => value.toFixed(1));
const TURBULENCE = field('Whirls', [0, 600, 5], whole);
const SPIN = field('Spins', [0, 5, 0.05], (value) => `${value.toFixed(1)}/s`);
const OPACITY = field('Opacity', [0, 1, 0.05], inPercent);
const FADE_IN = field('Comes over', [0, 1, 0.05], inPercent);
const FADE_OUT = field('Fades over', [0, 1, 0.05], inPercent);
const BOUNCE = field('Bounces back', [0, 1, 0.05], inPercent);

/** What particles look like and how they fly. */
export function StyleFields({ emitter, onChange }: EmitterFieldsProps) {
  const { style } = emitter;
  const restyle = (fields: Partial<ParticleStyle>) => onChange({ style: { ...style, ...fields } });
  const room = roomInTheAir(emitter);
  const fits = (fields: Partial<typeof emitter>) => mostInTheAir({ ...emitter, ...fields }) <= room;
  /** What would fill the air without end is not taken over. */
  const crowd = (fields: Partial<typeof emitter>) => {
    if (fits(fields)) onChange(fields);
  };
  const setLife = (life: ParticleStyle['life']) => crowd({ style: { ...style, life } });
  const toggle = (look: LookName) => {
    const looks = style.looks.includes(look)
      ? style.looks.filter((one) => one !== look)
      : [...style.looks, look];
    if (looks.length > 0) restyle({ looks });
  };
  const slider = (of: NumberField, key: NumberKeys) => (
    <ShareSlider field={of} value={style[key]} onChange={(value) => restyle({ [key]: value })} />
  );
  return (
    <>
      <ShareSlider field={RATE} value={emitter.rate} onChange={(rate) => crowd({ rate })} />
      <ShareSlider field={BURST} value={emitter.burst} onChange={(burst) => crowd({ burst })} />
      <ShareSlider
        field={SIZE}
        value={style.size.mean}
        onChange={(mean) => restyle({ size: { ...style.size, mean } })}
      />
      <ShareSlider
        field={SPEED}
        value={style.speed.mean}
        onChange={(mean) => restyle({ speed: { ...style.speed, mean } })}
      />
      <ShareSlider
        field={LIFE}
        value={style.life.mean}
        onChange={(mean) => setLife({ ...style.life, mean })}
      />
      <p className="quiet small mb-1 figures" role="status">
        {Math.min(room, mostInTheAir(emitter)).toLocaleString('en')} of {room.toLocaleString('en')}{' '}
        in the air at most
      </p>
      <ColourFields style={style} id={emitter.id} onChange={restyle} />
      <details className="small">
        <summary>How they look</summary>
        <OwnPicture emitter={emitter} onChange={onChange} />
        <div className="d-flex flex-wrap column-gap-2 mb-1" role="group" aria-label="Looks">
          {LOOK_NAMES.map((look) => (
            <Form.Check
              key={look}
              id={`look-${emitter.id}-${look}`}
              label={LOOKS_IN_WORDS[look]}
              checked={style.looks.includes(look)}
              onChange={() => toggle(look)}
            />
          ))}
        </div>
        <ShareSlider
          field={{ ...VARIES, label: 'Sizes vary' }}
          value={style.size.spread}
          onChange={(spread) => restyle({ size: { ...style.size, spread } })}
        />
        {slider(OPACITY, 'opacity')}
        {slider(FADE_IN, 'fadeIn')}
        {slider(FADE_OUT, 'fadeOut')}
        <Segments
          label="How they are turned"
          name={`faces-${emitter.id}`}
          options={FACES}
          value={style.faces}
          className="w-100 my-1"
          onChange={(faces) => restyle({ faces })}
        />
        {style.faces === 'any' && slider(SPIN, 'spin')}
      </details>
      <details className="small">
        <summary>How they fly</summary>
        {slider(DIRECTION, 'direction')}
        {slider(FAN, 'fan')}
        <ShareSlider
          field={{ ...VARIES, label: 'Speeds vary' }}
          value={style.speed.spread}
          onChange={(spread) => restyle({ speed: { ...style.speed, spread } })}
        />
        <ShareSlider
          field={{ ...VARIES, label: 'Lives vary' }}
          value={style.life.spread}
          onChange={(spread) => setLife({ ...style.life, spread })}
        />
        {slider(GRAVITY, 'gravity')}
        {slider(WIND, 'wind')}
        {slider(DRAG, 'drag')}
        {slider(TURBULENCE, 'turbulence')}
        <Form.Group controlId={`meeting-${emitter.id}`} className="d-flex gap-2 my-1">
          <Form.Label className="mb-0 text-nowrap align-self-center">At an edge they</Form.Label>
          <Form.Select
            size="sm"
            value={style.meeting}
            onChange={({ target }) => restyle({ meeting: target.value as Meeting })}
          >
            {Object.entries(MEETINGS_IN_WORDS).map(([meeting, words]) => (
              <option key={meeting} value={meeting}>
                {words}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
        {style.meeting !== 'nothing' && (
          <Switch
            id={`hits-${emitter.id}`}
            label="Meet bodies too, not only the edges"
            checked={style.hits}
            onChange={(hits) => restyle({ hits })}
          />
        )}
        {style.meeting === 'bounce' && slider(BOUNCE, 'bounce')}
        <button
          type="button"
          className="btn btn-outline-secondary btn-sm mt-1"
          title="Other particles of the same kind"
          onClick={() => onChange({ seed: (emitter.seed + 1) % 2 ** 32 })}
        >
          Others of the same kind
        </button>
      </details>
    </>
  );
}

type NumberKeys = {
  [Key in keyof ParticleStyle]: ParticleStyle[Key] extends number ? Key : never;
}[keyof ParticleStyle];
