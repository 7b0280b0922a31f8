import { createHash } from 'node:crypto';
import { strToU8, unzipSync, zipSync } from 'fflate';
import sharp from 'sharp';
import { type Character, characterFromArtwork, withParts } from '@cruvo/core/character';
import { svg, testFolder, write } from '../testing';
import { importArtwork } from './importArtwork';
import { CHARACTER_ENTRY } from './format';
import { characterFile, characterSvg } from './write';
import { characterOra } from './writeOra';

const folder = testFolder();
const kept = new Map<string, Buffer>();
const keep = async (bytes: Buffer) => {
  const hash = createHash('sha256').update(bytes).digest('hex');
  kept.set(hash, bytes);
  return hash;
};
const readKept = async (media: string) => kept.get(media)!;
const bring = (name: string, content: string | Uint8Array) =>
  importArtwork([{ path: write(folder, name, content), name }], { keep, report: () => undefined });

const DRAWN = svg(
  100,
  80,
  `<defs><linearGradient id="sky"><stop offset="0" stop-color="#ff0000"/><stop offset="1" stop-color="#0000ff"/></linearGradient></defs>
   <g id="head"><rect x="10" y="10" width="60" height="60" fill="url(#sky)"/></g>
   <g id="mouth">
     <g id="rest"><rect x="20" y="50" width="20" height="4" fill="#400"/></g>
     <g id="ah" display="none"><rect x="20" y="50" width="20" height="14" fill="#400"/></g>
   </g>
   <g id="shade" opacity="0.5" style="mix-blend-mode:multiply"><circle cx="40" cy="40" r="9" filter="url(#none)"/></g>`,
);

async function drawn(): Promise<Character> {
  const brought = await bring('drawn.svg', DRAWN);
  if (!('artwork' in brought)) throw new Error('this is artwork');
  const character = characterFromArtwork('Nell', brought.artwork);
  return withParts(character, ['head'], { rest: { x: 5, y: 0, turn: 0.2, scale: 1 } });
}
const preview = () =>
  sharp({ create: { width: 100, height: 80, channels: 4, background: '#ff000080' } })
    .png()
    .toBuffer();
const layersOf = async (name: string, content: string | Uint8Array) => {
  const brought = await bring(name, content);
  return 'artwork' in brought ? brought.artwork.layers : [];
};

describe('a character’s file', () => {
  it('gives the same character back, with all its pictures', async () => {
    const character = await drawn();
    const file = await characterFile(character, await preview(), readKept);
    kept.clear();
    expect(await bring('any name.zip', file)).toEqual({ character });
    for (const { media } of Object.values(character.drawings)) expect(kept.has(media)).toBe(true);
  });
  it('is the same each time', async () => {
    const character = await drawn();
    const once = await characterFile(character, await preview(), readKept);
    expect(await characterFile(character, await preview(), readKept)).toEqual(once);
  });
  const changed = async (change: (entries: Record<string, Uint8Array>) => void) => {
    const entries = unzipSync(await characterFile(await drawn(), await preview(), readKept));
    change(entries);
    kept.clear();
    return zipSync(entries);
  };
  it.each<[string, (entries: Record<string, Uint8Array>) => void, RegExp]>([
    [
      'a picture gone',
      (entries) => delete entries[Object.keys(entries).find((key) => key.endsWith('.svg'))!],
      /A picture of the character in “bad\.zip” is missing or damaged/,
    ],
    [
      'a picture changed into a script',
      (entries) => {
        const key = Object.keys(entries).find((entry) => entry.endsWith('.svg'))!;
        entries[key] = strToU8(svg(9, 9, '<script>1</script>'));
      },
      /missing or damaged/,
    ],
    [
      'no JSON',
      (entries) => void (entries[CHARACTER_ENTRY] = strToU8('{')),
      /The character in “bad\.zip” can’t be read/,
    ],
    [
      'a newer version',
      (entries) =>
        void (entries[CHARACTER_ENTRY] = strToU8(
          JSON.stringify({ format: 'cruvo character', version: 99, character: {} }),
        )),
      /was saved by a newer Cruvo/,
    ],
  ])('with %s is refused, and nothing is kept', async (_, change, sentence) => {
    const file = await changed(change);
    await expect(bring('bad.zip', file)).rejects.toThrow(sentence);
    expect(kept.size).toBe(0);
  });
});

describe('a character’s drawings', () => {
  it('come back from SVG with names, order, looks and places, without the rest pose', async () => {
    const character = await drawn();
    const layers = await layersOf('out.svg', await characterSvg(character, readKept));
    expect(layers.map(({ name }) => name)).toEqual(['head', 'mouth', 'shade']);
    expect(layers[0]!.drawing).toMatchObject({ x: 10, y: 10, width: 60, height: 60 });
    expect(layers[1]!.layers).toMatchObject([
      { name: 'rest', hidden: false },
      { name: 'ah', hidden: true },
    ]);
    expect(layers[2]).toMatchObject({ opacity: 0.5, blend: 'multiply' });
  });
  it('come back from OpenRaster in the same places', async () => {
    const character = withParts(await drawn(), ['shade'], { clipped: true, blend: 'normal' });
    const ora = await characterOra(character, 2, await preview(), readKept);
    expect(Object.keys(unzipSync(ora))[0]).toBe('mimetype');
    const layers = await layersOf('out.ora', ora);
    expect(layers.map(({ name }) => name)).toEqual(['head', 'mouth', 'shade']);
    expect(layers[0]!.drawing).toMatchObject({ x: 20, y: 20, width: 120, height: 120 });
    expect(layers[1]!.layers[1]).toMatchObject({ name: 'ah', hidden: true });
    expect(layers[2]).toMatchObject({ clipped: true, opacity: 0.5 });
    const head = await sharp(kept.get(layers[0]!.drawing!.media)).raw().toBuffer();
    expect(head[0]).toBeGreaterThan(200);
    expect(head[2]).toBeLessThan(40);
  });
  it('keep their blending where they are clipped, and what clips them', async () => {
    const character = withParts(await drawn(), ['shade'], { clipped: true });
    const ora = await characterOra(character, 1, await preview(), readKept);
    const svgText = await characterSvg(character, readKept);
    for (const layers of [await layersOf('out.ora', ora), await layersOf('out.svg', svgText)]) {
      expect(layers.map(({ name }) => name)).toEqual(['head', 'mouth', 'shade']);
      expect(layers[2]).toMatchObject({ clipped: true, opacity: 0.5, blend: 'multiply' });
    }
  });
  it('keep masks and what is isolated', async () => {
    const masked = svg(
      100,
      80,
      `<clipPath id="c"><circle cx="40" cy="40" r="20"/></clipPath>
       <g id="head" clip-path="url(#c)"><g id="skull"><rect width="90" height="70"/></g></g>
       <g id="body" style="isolation:isolate"><g id="belly"><rect width="9" height="9"/></g></g>`,
    );
    const brought = await bring('masked.svg', masked);
    if (!('artwork' in brought)) throw new Error('this is artwork');
    const character = characterFromArtwork('Nell', brought.artwork);
    const ora = await characterOra(character, 1, await preview(), readKept);
    const svgText = await characterSvg(character, readKept);
    for (const layers of [await layersOf('out.ora', ora), await layersOf('out.svg', svgText)]) {
      expect(layers).toMatchObject([
        { name: 'head', layers: [{ name: 'skull', mask: null }] },
        { name: 'body', isolated: true, mask: null },
      ]);
      const { x, y, width, height } = layers[0]!.mask!;
      [x - 20, y - 20, width - 40, height - 40].forEach((off) =>
        expect(Math.abs(off)).toBeLessThan(1.5),
      );
    }
  });
});
