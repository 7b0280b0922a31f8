import { Check, TriangleAlert } from 'lucide-react';
import { type VoiceFinding, type VoiceQuality, voiceFindings } from '@cruvo/core/audio';
import type { ScriptDeviations, VoiceTrack } from '@cruvo/core/speech';
import { PlaceLinks } from './PlaceLinks';

/** Findings that leave the mouth shut. */
const RESTING: readonly VoiceFinding['kind'][] = ['silent', 'voiceless'];

/**
 * What was heard, in plain words: how the script fits, what may spoil the mouths, and the figures behind it.
 *
 * @param origin when the voice would begin in the scene if all of it were heard, seconds
 */
export function VoiceReport({ track, origin }: { track: VoiceTrack; origin: number }) {
  const findings = track.quality ? voiceFindings(track.quality) : [];
  return (
    <div className="voice-report small">
      {track.deviations && (
        <ScriptReport track={track} deviations={track.deviations} origin={origin} />
      )}
      {findings.map(({ kind, sentence }) => (
        <p key={kind} className="finding" role={RESTING.includes(kind) ? 'alert' : 'note'}>
          <TriangleAlert size={15} aria-hidden /> {sentence}
        </p>
      ))}
      {track.quality && findings.length === 0 && (
        <p className="all-well">
          <Check size={15} aria-hidden /> The voice is clear.
        </p>
      )}
      {track.quality && <Figures quality={track.quality} />}
    </div>
  );
}

function ScriptReport({
  track,
  deviations: { skipped, repeated, added },
  origin,
}: {
  track: VoiceTrack;
  deviations: ScriptDeviations;
  origin: number;
}) {
  const exact = skipped.length === 0 && repeated.length === 0 && added.length === 0;
  return (
    <>
      <p className={exact ? 'all-well' : undefined}>
        {exact && <Check size={15} aria-hidden />}{' '}
        {track.words.length === 1 ? 'One word' : `${track.words.length} words`} found
        {exact ? ', all of the script.' : '.'}
      </p>
      {skipped.length > 0 && <p>Not said: {listed(skipped)}.</p>}
      {repeated.length > 0 && <p>Said again: {listed(repeated)}.</p>}
      {added.length > 0 && (
        <p>
          Not in the script: <PlaceLinks places={added} origin={origin} />
        </p>
      )}
    </>
  );
}

function listed(words: readonly string[]): string {
  const shown = words.slice(0, 8).join(', ');
  return words.length > 8 ? `${shown} and ${words.length - 8} more` : shown;
}

const decibels = (level: number | null) => (level === null ? 'none' : `${level.toFixed(0)} dB`);

function Figures({ quality }: { quality: VoiceQuality }) {
  const { speechLevel, backgroundLevel } = quality;
  const rows: readonly (readonly [string, string])[] = [
    ['Speech', `${decibels(speechLevel)}, ${Math.round(100 * quality.spoken)} % of the time`],
    ['Between the words', decibels(backgroundLevel)],
    ['Cut-off peaks', `${quality.clippedPerMinute.toFixed(1)} a minute`],
    ['Fades by 60 dB in', quality.decay === null ? 'unknown' : `${quality.decay.toFixed(2)} s`],
    ['Pitches in the pauses', `${Math.round(100 * quality.tonal)} % of them`],
    ['Reaches up to', `${(quality.highest / 1000).toFixed(1)} kHz`],
  ];
  return (
    <details>
      <summary>Figures</summary>
      <dl className="figures figure-list">
        {rows.map(([name, value]) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
    </details>
  );
}
