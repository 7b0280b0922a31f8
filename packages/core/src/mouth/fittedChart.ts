import type { VoiceTrack } from '../speech/voiceTrack';
import { articulate } from './articulate';
import type { FitSettings } from './fitSettings';
import { speakingDrawings, type MouthChart } from './mouthChart';
import type { MouthRig } from './mouthRig';

/** Samples of the articulation a second: as many as the hearing gives. */
const RATE = 100;
/** A jaw that is less open than this says nothing. */
const SHUT = 0.05;

/**
 * The chart by which a mouth is laid over one line: for steps of loudness, each step's opening is fitted to it.
 *
 * @param chart what the mouth shows in that line
 * @param track null where nothing was heard
 */
export function fittedChart(
  { kind }: MouthRig,
  chart: MouthChart,
  track: VoiceTrack | null,
  fit: FitSettings,
): MouthChart {
  return kind === 'steps' && track ? withFittedSteps(chart, track, fit) : chart;
}

/**
 * Steps whose openings are spread over those of the line, so that a soft line runs through all of them as a
 * loud one does: each step but the shut one stands for an equal share of the time in which something is said.
 * Between two steps the mouth changes halfway; changing has a price (layMouths), which keeps it from fluttering
 * about a threshold.
 */
function withFittedSteps(chart: MouthChart, track: VoiceTrack, fit: FitSettings): MouthChart {
  const steps = speakingDrawings(chart).sort(
    (a, b) => (a.articulation.jaw ?? 0) - (b.articulation.jaw ?? 0),
  );
  const articulation = articulate(track, fit);
  const open: number[] = [];
  for (let at = 0; at < track.duration * RATE; at++) {
    const { jaw } = articulation(at / RATE);
    if (jaw > SHUT) open.push(jaw);
  }
  if (open.length === 0 || steps.length < 2) return chart;
  open.sort((a, b) => a - b);
  const jawOf = new Map(
    steps.map(({ drawing }, step) => {
      const share = (step - 0.5) / (steps.length - 1);
      return [drawing, step === 0 ? 0 : open[Math.floor(share * open.length)]!];
    }),
  );
  return {
    ...chart,
    drawings: chart.drawings.map((entry) => {
      const jaw = jawOf.get(entry.drawing);
      return jaw === undefined ? entry : { ...entry, articulation: { jaw } };
    }),
  };
}
