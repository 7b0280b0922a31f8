import { useQuery } from '@tanstack/react-query';
import { TriangleAlert } from 'lucide-react';
import { Button } from 'react-bootstrap';
import { voiceFindings, type VoiceTrouble } from '@cruvo/core/audio';
import { heardVoice, type VoicedLine } from '@cruvo/core/scene';
import { mediaUrl } from '../../api/media';
import { checkVoice } from '../../workers/analyseVoice';
import { lineTimes } from '../lineTimes';
import { useOpenScene } from '../SceneContext';

const NAMES: Record<VoiceTrouble['kind'], string> = {
  clipping: 'Cut off at its peaks',
  hum: 'A hum',
  music: 'Music',
  'second voice': 'Perhaps somebody else speaking',
};

/** The most places of one kind that are listed. */
const LISTED = 6;

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
        <Places
          key={kind}
          name={NAMES[kind]}
          line={line}
          places={data.troubles.filter((trouble) => trouble.kind === kind)}
        />
      ))}
    </section>
  );
}

function Places({
  name,
  line,
  places,
}: {
  name: string;
  line: VoicedLine;
  places: readonly VoiceTrouble[];
}) {
  const { transport } = useOpenScene();
  const { origin } = lineTimes(line);
  return (
    <p className="finding">
      {name}:{' '}
      {places.slice(0, LISTED).map(({ start, end }) => (
        <Button
          key={start}
          variant="link"
          size="sm"
          className="p-0 me-2 align-baseline figures"
          title="Go there"
          onClick={() => transport.seek(origin + start)}
        >
          {start.toFixed(1)}–{end.toFixed(1)} s
        </Button>
      ))}
      {places.length > LISTED && `and ${places.length - LISTED} more`}
    </p>
  );
}
