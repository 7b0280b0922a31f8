import { transfer, wrap } from 'comlink';
import { Problem } from '@cruvo/core/problem';
import type { FaceFinder } from '../../../workers/face.worker';
import { lateBy } from '../lateness';
import type { FaceDevice } from './faceDevice';

/** Faces are found just as well in a small picture, and sooner. */
const SIZE = { width: { ideal: 640 }, height: { ideal: 480 }, frameRate: { ideal: 30 } };

const SENTENCES = {
  unknown:
    'This browser lets pages use a camera only by https, or on this computer by http://localhost.',
  refused:
    'The browser does not let Cruvo see through the camera. Allow it beside the address, or choose the simulated one.',
  none: 'No camera answers. Connect one, let go of it in other programs, or choose the simulated one.',
  models:
    'What faces are found with can’t be read from the studio’s server just now. Try again in a moment.',
  gone: 'The camera is gone. Connect it again, and choose it anew. What was performed until then is kept.',
} as const;

/**
 * A camera. Its pictures stay in this page: faces are found in a worker of it.
 *
 * @param id of the camera; null for the browser's choice
 */
export function camera(id: string | null): FaceDevice {
  return {
    start: async (onFace, onGone) => {
      const stream = await openCamera(id);
      const worker = new Worker(new URL('../../../workers/face.worker.ts', import.meta.url), {
        type: 'module',
      });
      const video = document.createElement('video');
      const stop = () => {
        stream.getTracks().forEach((track) => track.stop());
        video.srcObject = null;
        worker.terminate();
        stopped = true;
      };
      let stopped = false;
      try {
        const finder = wrap<FaceFinder>(worker);
        await finder.prepare().catch(() => {
          throw new Problem('unavailable', SENTENCES.models);
        });
        Object.assign(video, { srcObject: stream, muted: true, playsInline: true });
        await video.play();
        // One picture at a time: those that come while a face is found are left out.
        const look = async (seenAt: number) => {
          const picture = await createImageBitmap(video);
          const values = await finder.find(transfer(picture, [picture]));
          if (!stopped) onFace({ time: seenAt / 1000, values }, lateBy(seenAt));
        };
        const next = () =>
          video.requestVideoFrameCallback((now, { captureTime }) => {
            look(captureTime ?? now)
              .catch(() => undefined)
              .finally(() => !stopped && next());
          });
        next();
        for (const track of stream.getVideoTracks()) {
          track.addEventListener('ended', () => {
            stop();
            onGone(SENTENCES.gone);
          });
        }
        return stop;
      } catch (error) {
        stop();
        throw error;
      }
    },
  };
}

async function openCamera(id: string | null): Promise<MediaStream> {
  if (!('mediaDevices' in navigator)) throw new Problem('unavailable', SENTENCES.unknown);
  const video = id === null ? SIZE : { ...SIZE, deviceId: { exact: id } };
  return navigator.mediaDevices.getUserMedia({ video }).catch((error: unknown) => {
    const denied = error instanceof DOMException && error.name === 'NotAllowedError';
    throw new Problem('unavailable', denied ? SENTENCES.refused : SENTENCES.none);
  });
}
