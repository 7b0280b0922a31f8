import { useMemo } from 'react';
import { Form } from 'react-bootstrap';
import { boundsOfPart } from '@cruvo/core/character';
import type { CutMouth, JawMouth, LipsMouth, MouthRig } from '@cruvo/core/mouth';
import { useCharacter, useOpenCharacter, type Handle } from '../CharacterContext';
import { useHandles } from '../useHandles';

/** What can be set for a mouth that moves: sliders here, points on the drawing. */
export function MouthSettings({ rig }: { rig: MouthRig }) {
  const { store } = useOpenCharacter();
  const handles = useMemo(
    () => handlesOf(rig, (mouth) => store.getState().change((before) => ({ ...before, mouth }))),
    [rig, store],
  );
  useHandles(handles);
  const set = (change: object) =>
    store.getState().change((before) => ({ ...before, mouth: { ...rig, ...change } as MouthRig }));
  switch (rig.kind) {
    case 'cut':
      return <CutSettings rig={rig} set={set} />;
    case 'lips':
      return <LipsSettings rig={rig} set={set} />;
    case 'jaw':
      return <JawSettings rig={rig} set={set} />;
    default:
      return null;
  }
}

function handlesOf(rig: MouthRig, apply: (mouth: MouthRig) => void): Handle[] {
  const handle = (name: string, key: string, at: Handle['at']): Handle => ({
    name,
    at,
    onMove: (to) => apply({ ...rig, [key]: to } as MouthRig),
  });
  switch (rig.kind) {
    case 'cut':
      return [handle('corner', 'from', rig.from), handle('other corner', 'to', rig.to)];
    case 'lips':
      return [
        handle('left corner', 'left', rig.left),
        handle('right corner', 'right', rig.right),
        handle('upper lip', 'top', rig.top),
        handle('lower lip', 'bottom', rig.bottom),
      ];
    case 'jaw':
      return [handle('hinge', 'hinge', rig.hinge)];
    default:
      return [];
  }
}

type Setter = (change: object) => void;

function CutSettings({ rig, set }: { rig: CutMouth; set: Setter }) {
  const size = useSizeOf(rig.part);
  return (
    <section aria-label="Cut drawing">
      <Slider
        label="Upper side"
        value={rig.upper}
        max={size / 2}
        onChange={(upper) => set({ upper })}
      />
      <Slider
        label="Lower side"
        value={rig.lower}
        max={size}
        onChange={(lower) => set({ lower })}
      />
      <Slider
        label="Soft ends"
        value={rig.softness}
        max={1}
        onChange={(softness) => set({ softness })}
      />
      <Colour label="Inside" value={rig.inside} onChange={(inside) => set({ inside })} />
    </section>
  );
}

function LipsSettings({ rig, set }: { rig: LipsMouth; set: Setter }) {
  return (
    <section aria-label="Drawn lips">
      <Slider label="Opens" value={rig.opening} max={2} onChange={(opening) => set({ opening })} />
      <Slider
        label="Widens"
        value={rig.widening}
        max={2}
        onChange={(widening) => set({ widening })}
      />
      <Slider
        label="Rounds"
        value={rig.rounding}
        max={2}
        onChange={(rounding) => set({ rounding })}
      />
      <div className="d-flex flex-wrap gap-3 my-2">
        <Form.Check
          id="lips-teeth"
          label="Teeth"
          checked={rig.teeth}
          onChange={({ target }) => set({ teeth: target.checked })}
        />
        <Form.Check
          id="lips-tongue"
          label="Tongue"
          checked={rig.tongue}
          onChange={({ target }) => set({ tongue: target.checked })}
        />
      </div>
      <Colour label="Lips" value={rig.lipColor} onChange={(lipColor) => set({ lipColor })} />
      <Colour
        label="Inside"
        value={rig.insideColor}
        onChange={(insideColor) => set({ insideColor })}
      />
      <Colour
        label="Tongue"
        value={rig.tongueColor}
        onChange={(tongueColor) => set({ tongueColor })}
      />
    </section>
  );
}

function JawSettings({ rig, set }: { rig: JawMouth; set: Setter }) {
  const size = useSizeOf(rig.part);
  const degrees = (rig.turn * 180) / Math.PI;
  return (
    <section aria-label="Jaw">
      <Slider
        label="Turns"
        unit="°"
        value={degrees}
        min={-60}
        max={60}
        onChange={(angle) => set({ turn: (angle * Math.PI) / 180 })}
      />
      <Slider
        label="Slides down"
        value={rig.slide.y}
        min={-size / 2}
        max={size}
        onChange={(y) => set({ slide: { ...rig.slide, y } })}
      />
    </section>
  );
}

/** The larger side of a part, in units of the artwork: what movements are measured by. */
function useSizeOf(part: string): number {
  const character = useCharacter((state) => state.character);
  const box = boundsOfPart(character, part);
  return Math.max(1, box?.width ?? 0, box?.height ?? 0);
}

interface SliderProps {
  readonly label: string;
  readonly value: number;
  readonly min?: number;
  readonly max: number;
  readonly unit?: string;
  readonly onChange: (value: number) => void;
}

/** A labelled slider whose whole movement is one step to undo. */
function Slider({ label, value, min = 0, max, unit = '', onChange }: SliderProps) {
  const { temporal } = useOpenCharacter().store;
  const shown = unit === '°' || max > 5 ? Math.round(value) : `${Math.round(value * 100)} %`;
  return (
    <Form.Group className="setting">
      <Form.Label>
        {label}
        <span className="quiet figures">
          {shown}
          {unit}
        </span>
      </Form.Label>
      <Form.Range
        aria-label={label}
        min={min}
        max={max}
        step={(max - min) / 200}
        value={value}
        onChange={({ target }) => {
          onChange(Number(target.value));
          temporal.getState().pause();
        }}
        onPointerUp={() => temporal.getState().resume()}
        onKeyUp={() => temporal.getState().resume()}
        onBlur={() => temporal.getState().resume()}
      />
    </Form.Group>
  );
}

function Colour({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (color: string) => void;
}) {
  return (
    <Form.Group className="d-flex align-items-center gap-2 mb-1" controlId={`colour-${label}`}>
      <Form.Control
        type="color"
        value={value}
        onChange={({ target }) => onChange(target.value)}
        className="flex-shrink-0"
      />
      <Form.Label className="small mb-0">{label}</Form.Label>
    </Form.Group>
  );
}
