import { useQuery } from '@tanstack/react-query';
import { TriangleAlert } from 'lucide-react';
import { voiceFindings, type VoiceTrouble } from '@cruvo/core/audio';
import { heardVoice, type VoicedLine } from '@cruvo/core/scene';
import { mediaUrl } from '../../api/media';
import { checkVoice } from '../../workers/analyseVoice';
import { lineTimes } from '../lineTimes';
import { PlaceLinks } from './PlaceLinks';

const NAMES: Record<VoiceTrouble['kind'], string> = {
  clipping: 'Cut off at its peaks',
  hum: 'A hum',
  music: 'Music',
  'second voice': 'Perhaps somebody else speaking',
};

/** What may spoil a voice, said before it is fitted, and where in it. */
export function VoiceTroubles({ line, fitted }: { line: VoicedLine; fitted: boolean }) {
  const { working } = heardVoice(line)!;
  const { data } = useQuery({
    queryKey: ['voice check', working, line.channel],
    queryFn: ({ signal }) =>
      checkVoice(
        { url: new URL(mediaUrl(working), location.href).href, channel: line.channel },
        signal,
      ),
    staleTime: Infinity,
    retry: false,
  });
  if (!data) return null;
  // What was heard tells better how clear a voice is.
  const findings = fitted ? [] : voiceFindings(data.quality);
  const kinds = [...new Set(data.troubles.map(({ kind }) => kind))];
  if (findings.length === 0 && kinds.length === 0) return null;
  return (
    <section className="voice-report small" aria-label="Troubles of the voice">
      {findings.map(({ kind, sentence }) => (
        <p key={kind} className="finding" role="note">
          <TriangleAlert size={15} aria-hidden /> {sentence}
        </p>
      ))}
      {kinds.map((kind) => (
        <p key={kind} className="finding">
          {NAMES[kind]}:{' '}
          <PlaceLinks
            places={data.troubles.filter((trouble) => trouble.kind === kind)}
            origin={lineTimes(line).origin}
          />
        </p>
      ))}
    </section>
  );
}
