import { useMemo } from 'react';
import { Form } from 'react-bootstrap';
import { boundsOfPart } from '@cruvo/core/character';
import type { CutMouth, JawMouth, LipsMouth, MouthRig } from '@cruvo/core/mouth';
import type { Inside } from '@cruvo/core/pose';
import { useCharacter, useOpenCharacter, type Handle } from '../CharacterContext';
import { useHandles } from '../useHandles';
import { Colour } from '../../shell/fields';
import { Slider } from './Slider';
import { PartSelect } from './PartSelect';

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
      <InsideSettings inside={rig.inside} mouth={rig.part} onChange={(inside) => set({ inside })} />
    </section>
  );
}

/** What is seen between the sides: a colour, a gradient, or what another part shows. */
function InsideSettings({
  inside,
  mouth,
  onChange,
}: {
  inside: Inside;
  mouth: string;
  onChange: (inside: Inside) => void;
}) {
  const fallback = inside.kind === 'color' ? inside.color : DARK;
  const of = (kind: string): Inside => {
    if (kind === 'gradient') return { kind, top: DARK, bottom: fallback };
    return { kind: 'color', color: fallback };
  };
  return (
    <>
      <Form.Group controlId="mouth-inside" className="mb-2">
        <Form.Label className="small mb-1">Inside</Form.Label>
        <Form.Select
          size="sm"
          value={inside.kind}
          onChange={({ target }) =>
            target.value === 'part' ? undefined : onChange(of(target.value))
          }
        >
          <option value="color">A colour</option>
          <option value="gradient">A gradient</option>
          {inside.kind === 'part' && <option value="part">A part</option>}
        </Form.Select>
      </Form.Group>
      {inside.kind === 'color' && (
        <Colour
          label="Inside"
          value={inside.color}
          onChange={(color) => onChange({ kind: 'color', color })}
        />
      )}
      {inside.kind === 'gradient' && (
        <>
          <Colour
            label="Above"
            value={inside.top}
            onChange={(top) => onChange({ ...inside, top })}
          />
          <Colour
            label="Below"
            value={inside.bottom}
            onChange={(bottom) => onChange({ ...inside, bottom })}
          />
        </>
      )}
      <PartSelect
        label={inside.kind === 'part' ? 'The drawing inside' : 'Or a drawing of teeth and tongue'}
        value={inside.kind === 'part' ? inside.part : null}
        without={mouth}
        onChange={(part) => onChange(part === null ? of('color') : { kind: 'part', part })}
      />
    </>
  );
}

const DARK = '#3a1210';

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
      <Slider
        label="Upper teeth"
        value={rig.upperTeeth}
        max={2}
        onChange={(upperTeeth) => set({ upperTeeth })}
      />
      <Slider
        label="Lower teeth"
        value={rig.lowerTeeth}
        max={2}
        onChange={(lowerTeeth) => set({ lowerTeeth })}
      />
      <Slider label="Tongue" value={rig.tongue} max={2} onChange={(tongue) => set({ tongue })} />
      <Colour label="Lips" value={rig.lipColor} onChange={(lipColor) => set({ lipColor })} />
      <Colour
        label="Inside"
        value={rig.insideColor}
        onChange={(insideColor) => set({ insideColor })}
      />
      <Colour
        label="Tongue’s colour"
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
        label="Rotation"
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
