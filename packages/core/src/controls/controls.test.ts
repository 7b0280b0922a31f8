import fc from 'fast-check';
import { ControlSet, type Control, type ControlValues } from './control';
import {
  inLayers,
  LAYERS,
  mixControls,
  movementsOf,
  overridesSource,
  type ControlSource,
} from './layers';

const CONTROLS: readonly Control[] = [
  { id: 'jaw', label: 'Jaw', kind: 'range', min: 0, max: 1, rest: 0.25 },
  {
    ...{ id: 'gaze', label: 'Gaze', kind: 'point', rest: { x: 0, y: 1 } },
    bounds: { x: -10, y: -5, width: 20, height: 10 },
    reach: { x: 5, y: 5 },
  },
  { id: 'drawing', label: 'Drawing', kind: 'choice', options: ['shut', 'open'], rest: 'shut' },
];
const set = new ControlSet(CONTROLS);

/** A source that sets the jaw, and the drawing where it opens. */
const jaw = (value: number, change: Partial<ControlSource> = {}): ControlSource => ({
  ...{ name: 'Jaw', layer: 'dialogue', muted: false, mix: 'replace', weight: 1 },
  slots: [set.slots.get('jaw')!, set.slots.get('drawing')!],
  sample: (_time, values) => {
    set.set(values, 'jaw', value);
    set.set(values, 'drawing', value > 0.5 ? 'open' : 'shut');
    return 1;
  },
  ...change,
});
const mixed = (...sources: ControlSource[]) => mixControls(set, inLayers(sources), 0);
const jawOf = (values: ControlValues) => set.range(values, 'jaw');

describe('ControlSet', () => {
  it('knows where each value stands, and all of them at rest', () => {
    expect([...set.slots]).toEqual([
      ['jaw', 0],
      ['gaze', 1],
      ['drawing', 3],
    ]);
    expect([...set.rest]).toEqual([0.25, 0, 1, 0]);
  });
  it('gives back what is set', () => {
    const values = set.rest.slice();
    set.set(values, 'jaw', 0.5);
    set.set(values, 'gaze', { x: 3, y: 4 });
    set.set(values, 'drawing', 'open');
    expect(set.range(values, 'jaw')).toBe(0.5);
    expect(set.point(values, 'gaze')).toEqual({ x: 3, y: 4 });
    expect(set.choice(values, 'drawing')).toBe('open');
  });
  it('sets a number of -1 like any other', () => {
    const lean = new ControlSet([
      { id: 'lean', label: 'Lean', kind: 'range', min: -2, max: 1, rest: 0 },
    ]);
    const values = lean.rest.slice();
    lean.set(values, 'lean', -1);
    expect(lean.range(values, 'lean')).toBe(-1);
  });
  it('passes over controls and options that it does not have', () => {
    const values = set.rest.slice();
    set.set(values, 'tail', 1);
    set.set(values, 'drawing', 'lost');
    expect([...values]).toEqual([...set.rest]);
    expect([
      set.range(values, 'tail'),
      set.choice(values, 'tail'),
      set.choice(values, 'jaw'),
    ]).toEqual([0, null, null]);
  });
  it('brings values back into their ranges', () => {
    const values = Float64Array.of(2, -40, 40, 1);
    set.confine(values);
    expect([...values]).toEqual([1, -10, 5, 1]);
  });
});

describe('layers', () => {
  it('leave everything at rest where nothing is said', () => {
    expect([...mixed()]).toEqual([...set.rest]);
    expect([...mixed(jaw(1, { sample: () => 0 }))]).toEqual([...set.rest]);
  });
  it('are laid over each other in their order, however they are given', () => {
    const sources = LAYERS.map((layer, at) => jaw(at / 10, { layer }));
    fc.assert(
      fc.property(fc.shuffledSubarray(sources, { minLength: 1 }), (some) => {
        const highest = sources.findLast((source) => some.includes(source))!;
        expect(jawOf(mixed(...some))).toBe(jawOf(mixed(highest)));
      }),
    );
  });
  it('are laid in the order given where they are the same', () => {
    expect(jawOf(mixed(jaw(0.2), jaw(0.9)))).toBe(0.9);
  });
  it('let through what is beneath a muted source', () => {
    expect(jawOf(mixed(jaw(0.4), jaw(0.9, { layer: 'live', muted: true })))).toBe(0.4);
  });
  it('go towards their values by their weight', () => {
    expect(jawOf(mixed(jaw(1, { weight: 0.5 })))).toBeCloseTo(0.25 + 0.5 * 0.75);
    expect(jawOf(mixed(jaw(1, { weight: 0 })))).toBe(0.25);
  });
  it('count where they are further from rest, if they are to be the strongest', () => {
    const strongest = { layer: 'reactions', mix: 'strongest' } as const;
    expect(jawOf(mixed(jaw(0.4), jaw(0.9, strongest)))).toBe(0.9);
    expect(jawOf(mixed(jaw(0.9), jaw(0.4, strongest)))).toBe(0.9);
    expect(jawOf(mixed(jaw(0.3), jaw(0, strongest)))).toBe(0);
  });
  it('count by how much of them there is just then', () => {
    const half = jaw(1);
    const sample: ControlSource['sample'] = (time, values) => 0.5 * half.sample(time, values);
    expect(jawOf(mixed({ ...half, sample }))).toBeCloseTo(0.25 + 0.5 * 0.75);
  });
  it('tell what each of them makes of a value, also which are muted', () => {
    const sources = [
      jaw(0.5),
      jaw(0.1, { name: 'Muted', muted: true }),
      jaw(0.2, { name: 'Added', mix: 'add', layer: 'reactions' }),
    ];
    const slot = set.slots.get('jaw')!;
    const told = movementsOf(set, sources, slot, 0).map(({ source, from, to }) => [
      ...[source.name, from, to],
    ]);
    expect(told).toEqual([
      ['Jaw', 0.25, 0.5],
      ['Muted', 0.5, 0.5],
      ['Added', 0.5, 0.7],
    ]);
    expect(movementsOf(set, sources, set.slots.get('gaze')!, 0)).toEqual([]);
  });
  it('replace a choice from half of the weight on', () => {
    const drawing = (weight: number) => set.choice(mixed(jaw(1, { weight })), 'drawing');
    expect([drawing(0.49), drawing(0.5)]).toEqual(['shut', 'open']);
  });
  it('add to what is beneath, within the range', () => {
    const add = { layer: 'reactions', mix: 'add' } as const;
    expect(jawOf(mixed(jaw(0.4), jaw(0.3, add)))).toBeCloseTo(0.7);
    expect(jawOf(mixed(jaw(0.4), jaw(0.3, { ...add, weight: 0.5 })))).toBeCloseTo(0.55);
    expect(jawOf(mixed(jaw(0.9), jaw(0.9, add)))).toBe(1);
  });
  it('leave alone what they do not set', () => {
    const values = mixed(overridesSource(set, new Map([['gaze', { x: 2, y: 3 }]])), jaw(0.6));
    expect(set.point(values, 'gaze')).toEqual({ x: 2, y: 3 });
    expect(jawOf(values)).toBe(0.6);
  });
});

it('what is set from outside lies over everything, and unknown controls are passed over', () => {
  const overrides = new Map<string, number | string>([
    ['jaw', 0.8],
    ['drawing', 'shut'],
    ['tail', 1],
  ]);
  const values = mixed(overridesSource(set, overrides), jaw(0.1, { layer: 'keyframes' }));
  expect([jawOf(values), set.choice(values, 'drawing')]).toEqual([0.8, 'shut']);
});
