import { Problem } from '@cruvo/core/problem';
import captureUrl from './capture.worklet.ts?worker&url';

/** Where a live voice comes from. */
export type VoiceInput =
  | { readonly kind: 'microphone'; readonly device: string | null }
  /** The simulated microphone: plays a recording. */
  | { readonly kind: 'recording'; readonly url: string; readonly aloud: boolean };

/** A voice that comes in. */
export interface OpenInput {
  /** Puts a port in the place of the one to which blocks of sound are sent (CapturedBlock). */
  sendTo(port: MessagePort): void;
  /** Lets the simulated microphone begin its recording, at a time of the audio clock; a real one is open already. */
  start(when?: number): void;
  /** How long sound takes from the air into a block, seconds. */
  readonly latency: number;
  stop(): void;
}

/**
 * Opens a microphone, or a recording as if it came from one.
 *
 * @param onEnd told when a recording is over, or a microphone is gone
 * @throws Problem in one sentence where there is nothing to hear
 */
export async function openInput(
  context: AudioContext,
  input: VoiceInput,
  onEnd: () => void,
): Promise<OpenInput> {
  const stream = input.kind === 'microphone' ? await openMicrophone(input.device) : null;
  let playing: AudioBufferSourceNode | null = null;
  const stop = () => {
    stream?.getTracks().forEach((track) => track.stop());
    if (playing) playing.onended = null;
    playing?.disconnect();
  };
  try {
    await context.audioWorklet.addModule(captureUrl);
    const capture = new AudioWorkletNode(context, 'capture', { numberOfOutputs: 0 });
    await context.resume();
    if (input.kind === 'recording') playing = await recordingInto(context, capture, input);
    else context.createMediaStreamSource(stream!).connect(capture);
    if (playing) playing.onended = onEnd;
    const [track] = stream?.getAudioTracks() ?? [];
    track?.addEventListener('ended', onEnd);
    return {
      sendTo: (port) => capture.port.postMessage(port, [port]),
      start: (when) => playing?.start(when),
      latency: (track?.getSettings() as { latency?: number } | undefined)?.latency ?? 0,
      stop: () => {
        track?.removeEventListener('ended', onEnd);
        capture.disconnect();
        stop();
      },
    };
  } catch (error) {
    stop();
    throw error;
  }
}

async function openMicrophone(device: string | null): Promise<MediaStream> {
  // What browsers do to make calls pleasant also eats the soft beginnings of words.
  const plain = { echoCancellation: false, noiseSuppression: false, autoGainControl: false };
  const audio = device === null ? plain : { ...plain, deviceId: { exact: device } };
  return navigator.mediaDevices.getUserMedia({ audio }).catch((error: unknown) => {
    const denied = error instanceof DOMException && error.name === 'NotAllowedError';
    throw new Problem(
      'unavailable',
      denied
        ? 'The browser does not let Cruvo hear the microphone. Allow it beside the address, or choose the simulated one.'
        : 'No microphone answers. Connect one, or choose the simulated one.',
    );
  });
}

async function recordingInto(
  context: AudioContext,
  capture: AudioWorkletNode,
  { url, aloud }: { readonly url: string; readonly aloud: boolean },
): Promise<AudioBufferSourceNode> {
  const response = await fetch(url).catch(() => null);
  if (!response?.ok) {
    throw new Problem(
      'unavailable',
      'The recording can’t be read from the studio’s server just now.',
    );
  }
  const source = context.createBufferSource();
  source.buffer = await context.decodeAudioData(await response.arrayBuffer());
  source.connect(capture);
  if (aloud) source.connect(context.destination);
  return source;
}
