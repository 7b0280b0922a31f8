import { testMaterial } from '@cruvo/core/testing';
import { readUnsavedFile, unsavedFile } from './unsavedFile';

const { scene } = testMaterial();
const tracks = new Map([['t', Uint8Array.of(0, 127, 255)]]);
const text = () => unsavedFile('scene', 'id', { body: scene, tracks }).text();

describe('unsaved work as a file', () => {
  it('comes back as it was', async () => {
    expect(readUnsavedFile('scene', 'id', await text())).toEqual({ body: scene, tracks });
  });

  it('is of one document only', async () => {
    const written = await text();
    expect(() => readUnsavedFile('scene', 'other', written)).toThrow('another scene');
    expect(() => readUnsavedFile('character', 'id', written)).toThrow('another character');
  });

  it.each(['', '{}', 'x', '[1]', '{"format":"cruvo character"}'])(
    'is told from other files: %s',
    (other) => {
      expect(() => readUnsavedFile('scene', 'id', other)).toThrow('not a file of unsaved work');
    },
  );

  it('is refused where it is damaged', async () => {
    const said = JSON.parse(await text()) as { tracks: object; body: object };
    const broken = (change: object) => () =>
      readUnsavedFile('scene', 'id', JSON.stringify({ ...said, ...change }));
    expect(broken({ tracks: { t: '???' } })).toThrow('damaged');
    expect(broken({ body: { schemaVersion: 5 } })).toThrow(/scene can’t be used/);
  });
});
