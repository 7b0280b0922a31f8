import { characterOf, drawnLayer, groupOf } from '../testing/testArtwork';
import { testTrack } from '../testing/testTrack';
import { DEFAULT_FIT } from './fitSettings';
import { fittedChart } from './fittedChart';
import { toFlicks } from '../time';
import { selectMouthDrawings } from './selectMouthDrawings';
import { chartOf, type MouthRig } from './mouthRig';

const steps = characterOf(
  groupOf('mouth', ...['1', '2', '3', '4'].map((name) => drawnLayer(name))),
).mouth!;
const track = testTrack(
  [0, 0.4],
  [10, 0.3],
  [4, 0.1],
  [11, 0.2],
  [1, 0.1],
  [13, 0.3],
  [12, 0.3],
  [7, 0.2],
  [10, 0.4],
  [0, 0.4],
);
const soft = { ...DEFAULT_FIT, strength: 0.35 };
const shown = (
  rig: MouthRig,
  fit = DEFAULT_FIT,
  chart = fittedChart(rig, chartOf(rig), track, fit),
) =>
  selectMouthDrawings(track, fit, chart, { duration: toFlicks(track.duration), frameRate: '24' });
const drawings = (rig: MouthRig, fit = DEFAULT_FIT) =>
  new Set(shown(rig, fit).map(({ drawing }) => drawing));

describe('steps of loudness', () => {
  it('are all run through by a line, however soft it is', () => {
    expect(steps.kind).toBe('steps');
    expect(drawings(steps).size).toBe(4);
    expect(drawings(steps, soft).size).toBe(4);
    const unfitted = shown(steps, soft, chartOf(steps));
    expect(new Set(unfitted.map(({ drawing }) => drawing)).size).toBeLessThan(4);
  });
  it('rise with the opening', () => {
    const { drawings: fitted } = fittedChart(steps, chartOf(steps), track, DEFAULT_FIT);
    const jaws = fitted.map(({ articulation }) => articulation!.jaw!);
    expect(jaws[0]).toBe(0);
    expect([...jaws].sort((a, b) => a - b)).toEqual(jaws);
  });
  it('don’t flutter about a threshold', () => {
    for (const { start, end } of shown(steps))
      expect(end - start).toBeGreaterThanOrEqual(toFlicks(2 / 24));
  });
  it('stay as they are where nothing was heard', () => {
    expect(fittedChart(steps, chartOf(steps), null, DEFAULT_FIT)).toEqual(chartOf(steps));
  });
});
