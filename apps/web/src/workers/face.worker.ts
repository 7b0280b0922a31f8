import { Human } from '@vladmandic/human';
import { expose } from 'comlink';
import { faceOfMesh, MESH_POINTS, type FaceValues } from '@cruvo/core/face';

const FILES = '/face/';

const off = { enabled: false };
const human = new Human({
  ...{ backend: 'wasm', wasmPath: FILES, modelBasePath: FILES },
  ...{ debug: false, warmup: 'none', cacheSensitivity: 1 },
  filter: off,
  gesture: off,
  face: {
    enabled: true,
    detector: {
      maxDetected: 1,
      minConfidence: 0.3,
      rotation: false,
      skipFrames: 99,
      skipTime: 2000,
    },
    ...{ mesh: { enabled: true }, iris: { enabled: true, skipFrames: 0, skipTime: 0 } },
    ...{ emotion: off, description: off, antispoof: off, liveness: off },
  },
  ...{ body: off, hand: off, object: off, segmentation: off },
});

// A worker within a worker would not find its program; one thread sees quickly enough.
human.tf.env().set('WASM_HAS_MULTITHREAD_SUPPORT', false);

const finder = {
  /** Loads what faces are found with. @throws Error where that can't be read */
  async prepare(): Promise<void> {
    await human.load();
    await human.init();
  },

  /** The largest face of a picture, which is used up; null where there is none. */
  async find(picture: ImageBitmap): Promise<FaceValues | null> {
    const { width, height } = picture;
    try {
      const { face } = await human.detect(picture);
      const points = (face[0]?.mesh ?? []).map(([x, y, z = 0]) => [x, y, z] as const);
      return points.length >= MESH_POINTS ? faceOfMesh(points, { width, height }) : null;
    } finally {
      picture.close();
    }
  },
};

export type FaceFinder = typeof finder;

expose(finder);
