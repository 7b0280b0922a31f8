import type { Data, Layout, PlotRelayoutEvent, PlotlyHTMLElement } from 'plotly.js-dist-min';
import Plotly from 'plotly.js-cartesian-dist-min';
import { useEffect, useMemo, useRef } from 'react';
import {
  SPECTRUM_BANDS,
  SPECTRUM_EDGES,
  type Spectrum,
  measureLevels,
  spectrumLevels,
} from '@cruvo/core/audio';
import { type FitSettings, signalOf, thresholdOf } from '@cruvo/core/mouth';
import type { VoiceTrack } from '@cruvo/core/speech';
import { useTheme } from '../../shell/theme';

/** Of the band's loudness over time, about this many points are drawn. */
const POINTS = 400;

/** The line's spectrum with the chosen band, and the band's loudness over time with its threshold. */
export default function BandChooser({
  track,
  fit,
  onChange,
}: {
  track: VoiceTrack;
  fit: FitSettings;
  onChange: (change: Partial<FitSettings>) => void;
}) {
  if (!track.spectrum)
    return <p className="small quiet">Fit the mouths again to choose a band of frequencies.</p>;
  return <BandPlot track={track} spectrum={track.spectrum} fit={fit} onChange={onChange} />;
}

function BandPlot({
  track,
  spectrum,
  fit,
  onChange,
}: {
  track: VoiceTrack;
  spectrum: Spectrum;
  fit: FitSettings;
  onChange: (change: Partial<FitSettings>) => void;
}) {
  const holder = useRef<HTMLDivElement>(null);
  const theme = useTheme((state) => state.theme);
  const curves = useMemo(() => spreadOf(spectrum), [spectrum]);
  const signal = useMemo(() => signalOf(track, fit), [track, fit]);

  useEffect(() => {
    const element = holder.current!;
    const style = getComputedStyle(element);
    const color = (name: string) => style.getPropertyValue(name).trim();
    const threshold = thresholdOf(measureLevels(signal.values), fit.gate);
    const step = Math.max(1, Math.floor(signal.values.length / POINTS));
    const times = [];
    const levels = [];
    for (let at = 0; at < signal.values.length; at += step) {
      times.push((at + 0.5) / signal.rate);
      levels.push(Math.max(...signal.values.slice(at, at + step)));
    }
    const line = (name: string, shade: string) => ({ name, mode: 'lines', line: { color: shade } });
    const data = [
      { ...line('loud', color('--wave')), x: curves.frequencies, y: curves.loud },
      { ...line('quiet', color('--wave-quiet')), x: curves.frequencies, y: curves.quiet },
      { ...line('band', color('--wave')), x: times, y: levels, xaxis: 'x2', yaxis: 'y2' },
    ] as Data[];
    void Plotly.react(element, data, layoutOf(fit, threshold, color), {
      displayModeBar: false,
      responsive: true,
    }).then((plot: PlotlyHTMLElement) => {
      plot.removeAllListeners('plotly_relayout');
      plot.on('plotly_relayout', (event: PlotRelayoutEvent) => {
        const moved = event as Record<string, unknown>;
        const edges = [moved['shapes[0].x0'], moved['shapes[0].x1']].map(Number);
        if (edges.some((edge) => !Number.isFinite(edge))) return;
        const [low, high] = [Math.min(...edges), Math.max(...edges)];
        onChange({
          band: {
            low: Math.max(0, Math.round(low)),
            high: Math.min(20_000, Math.max(Math.round(high), Math.round(low) + 20)),
          },
        });
      });
    });
  }, [curves, signal, fit, onChange, theme]);
  useEffect(() => {
    const element = holder.current!;
    return () => Plotly.purge(element);
  }, []);

  return (
    <>
      <div
        ref={holder}
        className="band-plot"
        role="img"
        aria-label={`Spectrum of the line; the band from ${fit.band.low} to ${fit.band.high} Hz is chosen`}
      />
      <div className="d-flex gap-2 mb-2 small align-items-center">
        <EdgeField
          name="From"
          value={fit.band.low}
          onChange={(low) => low < fit.band.high && onChange({ band: { ...fit.band, low } })}
        />
        <EdgeField
          name="to"
          value={fit.band.high}
          onChange={(high) => high > fit.band.low && onChange({ band: { ...fit.band, high } })}
        />
        Hz
      </div>
    </>
  );
}

function EdgeField({
  name,
  value,
  onChange,
}: {
  name: string;
  value: number;
  onChange: (value: number) => void;
}) {
  return (
    <label className="d-flex gap-1 align-items-center">
      {name}
      <input
        type="number"
        className="form-control form-control-sm"
        min={0}
        max={20_000}
        step={50}
        value={value}
        onChange={({ target }) => {
          const next = Number(target.value);
          if (Number.isFinite(next) && next >= 0 && next <= 20_000) onChange(next);
        }}
      />
    </label>
  );
}

/** Levels of each band that are exceeded one tenth and nine tenths of the time. */
function spreadOf(spectrum: Spectrum) {
  const levels = spectrumLevels(spectrum);
  const moments = levels.length / SPECTRUM_BANDS;
  const at = (band: number, share: number) => {
    const sorted = Float32Array.from(
      { length: moments },
      (_, moment) => levels[moment * SPECTRUM_BANDS + band]!,
    ).sort();
    return sorted[Math.floor(share * (moments - 1))] ?? -100;
  };
  const bands = [...SPECTRUM_EDGES.keys()];
  return {
    frequencies: SPECTRUM_EDGES.map(({ low, high }) => Math.sqrt(low * high)),
    loud: bands.map((band) => at(band, 0.9)),
    quiet: bands.map((band) => at(band, 0.1)),
  };
}

function layoutOf(
  fit: FitSettings,
  threshold: number,
  color: (name: string) => string,
): Partial<Layout> {
  const decibels = { ticksuffix: ' dB', showticksuffix: 'last' } as const;
  const axis = { color: color('--text-quiet'), gridcolor: color('--lane'), zeroline: false };
  return {
    height: 250,
    margin: { l: 48, r: 4, t: 4, b: 30 },
    showlegend: false,
    paper_bgcolor: 'transparent',
    plot_bgcolor: 'transparent',
    font: { size: 11, color: color('--text-quiet'), family: 'Figtree Variable, sans-serif' },
    dragmode: false,
    xaxis: {
      ...axis,
      type: 'log',
      domain: [0, 1],
      anchor: 'y',
      tickvals: [100, 300, 1000, 3000],
      ticktext: ['100', '300', '1k', '3k Hz'],
    },
    yaxis: { ...axis, ...decibels, domain: [0.58, 1] },
    xaxis2: { ...axis, domain: [0, 1], anchor: 'y2', ticksuffix: ' s' },
    yaxis2: { ...axis, ...decibels, domain: [0, 0.4] },
    shapes: [
      {
        type: 'rect',
        // Missing in the types, but in the reference: the shape can be dragged.
        ...{ editable: true },
        xref: 'x',
        yref: 'y domain' as 'y',
        x0: Math.max(30, fit.band.low),
        x1: fit.band.high,
        y0: 0,
        y1: 1,
        fillcolor: color('--chosen'),
        opacity: 0.22,
        line: { color: color('--chosen'), width: 2 },
      },
      {
        type: 'line',
        xref: 'x2 domain' as 'x',
        yref: 'y2' as 'y',
        x0: 0,
        x1: 1,
        y0: threshold,
        y1: threshold,
        line: { color: color('--playhead'), width: 2, dash: 'dot' },
      },
    ],
  };
}
