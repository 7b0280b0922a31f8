import { truncate } from 'node:fs/promises';
import { crc32, deflateSync } from 'node:zlib';
import sharp from 'sharp';
import { svg, testFolder, write } from '../testing';
import { checkSvg } from './checkSvg';
import { WORKING_SIDE, workingPicture } from './workingPicture';

const folder = testFolder();

async function picture(
  name: string,
  width: number,
  height: number,
  format: 'png' | 'jpeg' | 'webp',
) {
  const background = { r: 200, g: 40, b: 40, alpha: 0.5 };
  const bytes = await sharp({ create: { width, height, channels: 4, background } })
    .toFormat(format)
    .toBuffer();
  return write(folder, name, bytes);
}

describe('workingPicture', () => {
  it.each(['png', 'jpeg', 'webp'] as const)(
    'takes %s as it is, whatever its name',
    async (format) => {
      const { width, height, png } = await workingPicture(
        await picture('a.txt', 30, 20, format),
        'a.txt',
      );
      expect([width, height]).toEqual([30, 20]);
      expect((await sharp(png).metadata()).format).toBe('png');
    },
  );
  it('keeps transparency', async () => {
    const { png } = await workingPicture(await picture('b.png', 4, 4, 'png'), 'b.png');
    expect((await sharp(png).raw().toBuffer())[3]).toBe(128);
  });
  it('brings large pictures to a working size', async () => {
    const { width, height } = await workingPicture(
      await picture('c.png', 6000, 3000, 'png'),
      'c.png',
    );
    expect([width, height]).toEqual([WORKING_SIDE, WORKING_SIDE / 2]);
  });
  it('draws an SVG sharply', async () => {
    const path = write(folder, 'd.svg', svg(20, 10, '<circle cx="10" cy="5" r="4" fill="#f00"/>'));
    const { width, height } = await workingPicture(path, 'd.svg');
    expect([width, height]).toEqual([667, 333]);
  });
  it.each(['mm', 'pt', 'px'])('draws an SVG measured in %s at the working size', async (unit) => {
    const text = svg(20, 10, '<circle cx="10" cy="5" r="4" fill="#f00"/>');
    const path = write(
      folder,
      'u.svg',
      text.replace('<svg', `<svg width="80${unit}" height="40${unit}"`),
    );
    const { width, height } = await workingPicture(path, 'u.svg');
    expect(Math.abs(width - WORKING_SIDE)).toBeLessThan(30);
    expect(Math.abs(height - WORKING_SIDE / 2)).toBeLessThan(30);
  });
  it('turns a photograph the right way up', async () => {
    const bytes = await sharp({
      create: { width: 30, height: 20, channels: 3, background: '#fff' },
    })
      .jpeg()
      .withMetadata({ orientation: 6 })
      .toBuffer();
    const { width, height } = await workingPicture(write(folder, 'e.jpg', bytes), 'e.jpg');
    expect([width, height]).toEqual([20, 30]);
  });
});

describe('bad pictures are refused in one sentence', () => {
  const refuses = (path: string, sentence: RegExp) =>
    expect(workingPicture(path, 'it.png')).rejects.toThrow(sentence);

  it('an empty file', () => refuses(write(folder, 'empty.png', ''), /^“it.png” is empty/));
  it('a text', () =>
    refuses(write(folder, 'text.png', 'hello'), /^“it.png” is not a picture that Cruvo can read/));
  it('a small file that would unpack to a picture of 30,000 by 30,000', async () => {
    const bytes = blankPng(30_000, 30_000);
    expect(bytes.length).toBeLessThan(200_000);
    await refuses(
      write(folder, 'huge.png', bytes),
      /^“it.png” is 30000 × 30000 pixels; a picture can have up to 16384 a side/,
    );
  });
  it('a picture of too many pixels, though no side is too long', () =>
    refuses(write(folder, 'wide.png', blankPng(15_000, 15_000)), /120 million in all/));
  it('a picture that is cut off', async () => {
    const noise = { type: 'gaussian' as const, mean: 128, sigma: 30 };
    const bytes = await sharp({
      create: { width: 200, height: 200, channels: 3, background: '#000', noise },
    })
      .png()
      .toBuffer();
    const path = write(folder, 'cut.png', bytes);
    await truncate(path, Math.floor(bytes.length / 2));
    await refuses(path, /damaged or cut off/);
  });
  it('an SVG cut off', () =>
    refuses(write(folder, 'cut.svg', svg(9, 9, '<g>').slice(0, -8)), /well-formed/));
  it('a GIF, of which only the first picture would be seen', async () => {
    const bytes = await sharp({ create: { width: 9, height: 9, channels: 3, background: '#000' } })
      .gif()
      .toBuffer();
    await refuses(write(folder, 'g.gif', bytes), /not a picture that Cruvo can read/);
  });
});

/** A black PNG of one bit a pixel: tiny as a file, however large as a picture. */
function blankPng(width: number, height: number): Buffer {
  const chunk = (type: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(type), data]);
    const frame = Buffer.alloc(8);
    frame.writeUInt32BE(data.length, 0);
    frame.writeUInt32BE(crc32(body), 4);
    return Buffer.concat([frame.subarray(0, 4), body, frame.subarray(4)]);
  };
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  header[8] = 1;
  return Buffer.concat([
    Buffer.from('89504e470d0a1a0a', 'hex'),
    chunk('IHDR', header),
    chunk('IDAT', deflateSync(Buffer.alloc(height * (1 + Math.ceil(width / 8))))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

describe('checkSvg', () => {
  it.each([
    '<circle r="4" fill="url(#g)"/>',
    '<use href="#a"/>',
    '<image xlink:href="data:image/png;base64,AAAA"/>',
    '<style>.a { fill: url("#g") }</style>',
    '<a href="">x</a>',
  ])('lets %s pass', (inside) => {
    expect(() => checkSvg(svg(9, 9, inside), 'a.svg')).not.toThrow();
  });
  it.each([
    ['<script>alert(1)</script>', /contains a <script>/],
    ['<foreignObject><p xmlns="http://www.w3.org/1999/xhtml"/></foreignObject>', /<foreignobject>/],
    ['<circle r="1" onclick="x()"/>', /contains a script/],
    ['<a href="javascript:alert(1)"><g/></a>', /points to something outside/],
    ['<image href="http://example.invalid/a.png"/>', /example\.invalid/],
    ['<use xlink:href="other.svg#a"/>', /outside itself \(other\.svg#a\)/],
    ['<image href="file:///etc/passwd"/>', /outside/],
    ['<image href="data:image/svg+xml;base64,AAAA"/>', /outside/],
    ['<rect style="fill: url(http://example.invalid/x)"/>', /outside/],
    ['<rect fill="url(\'other.svg#g\')"/>', /outside/],
    ['<style>@import "x.css";</style>', /@import/],
    ['<style>.a { background: url(x.png) }</style>', /x\.png/],
    ['<g>'.repeat(300) + '</g>'.repeat(300), /nests groups/],
  ])('refuses %s', (inside, sentence) => {
    expect(() => checkSvg(svg(9, 9, inside), 'a.svg')).toThrow(sentence);
  });
  it('refuses an entity bomb', () => {
    const bomb = `<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]>${svg(9, 9, '<text>&b;</text>')}`;
    expect(() => checkSvg(bomb, 'a.svg')).toThrow(/defines entities/);
  });
  it('refuses what is no SVG', () => {
    expect(() => checkSvg('<html></html>', 'a.svg')).toThrow(/not an SVG picture/);
  });
});
