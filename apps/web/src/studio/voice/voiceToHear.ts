import { AS_IT_WAS, type Line, type Voice } from '@cruvo/core/scene';
import { mediaUrl } from '../../api/media';
import { shapeVoice } from '../../api/voices';

/** Cleaned copies that were made already, by the voice. */
const cleaned = new Map<string, string>();

/** The address of what mouths are fitted to: a recording, or where it is wanted a copy of it without its noise. @throws Problem */
export async function voiceToHear(
  { working }: Voice,
  { shaping }: Pick<Line, 'shaping'>,
  signal: AbortSignal,
): Promise<string> {
  if (shaping.cleaning === 'none') return addressOf(working);
  let copy = cleaned.get(working);
  if (copy === undefined) {
    const made = await shapeVoice(working, { ...AS_IT_WAS, cleaning: 'hearing' }, signal);
    cleaned.set(working, (copy = made.working));
  }
  return addressOf(copy);
}

const addressOf = (working: string) => new URL(mediaUrl(working), location.href).href;
