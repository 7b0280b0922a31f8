import { voiceFindings, type VoiceChannel } from '@cruvo/core/audio';
import type { PreparedScript, VoiceTrack } from '@cruvo/core/speech';
import { analyseWorkingVoice } from '@cruvo/media/voice';

export interface HeardVoice {
  readonly track: VoiceTrack;
  /** What there is to know of it, a sentence each. */
  readonly notes: readonly string[];
}

/** Hears a working voice. @param path where it lies */
export async function hearVoice(
  path: string,
  script: PreparedScript | null,
  channel: VoiceChannel = 'both',
): Promise<HeardVoice> {
  const track = await analyseWorkingVoice(path, { script, channel });
  const findings = track.quality ? voiceFindings(track.quality) : [];
  const silent = findings.find(({ kind }) => kind === 'silent' || kind === 'voiceless');
  return {
    track,
    notes: [script?.notice, silent?.sentence].filter((note) => note !== undefined && note !== null),
  };
}
