import { svg } from '@cruvo/media/testing';
import { testStudio } from '../testing/studio';

const studio = testStudio();

async function send(content: string, name = 'artwork.svg') {
  const response = await fetch(`${studio.address}/api/artwork`, {
    method: 'POST',
    headers: { 'X-File-Name': encodeURIComponent(name) },
    body: content,
  });
  const lines = (await response.text()).trim().split('\n');
  return lines.map((line) => JSON.parse(line) as Record<string, unknown>);
}

describe('artwork', () => {
  it('comes in with every picture stored', async () => {
    const lines = await send(
      svg(40, 30, '<g id="mouth"><g id="ah"><rect width="9" height="9"/></g></g>'),
    );
    const { artwork } = lines.at(-1) as {
      artwork: { layers: { layers: { drawing: { media: string } }[] }[] };
    };
    const { media } = artwork.layers[0]!.layers[0]!.drawing;
    expect((await studio.services.media.info(media)).type).toBe('image/svg+xml');
    expect(lines.slice(0, -1).every(({ progress }) => typeof progress === 'number')).toBe(true);
  });
  it('that can’t be read is refused in a sentence', async () => {
    expect((await send('<svg', 'Käfer.svg')).at(-1)).toEqual({
      problem: {
        code: 'bad-input',
        detail: expect.stringMatching(/^“Käfer\.svg” is not a well-formed SVG/),
      },
    });
  });
  it('needs a name', async () => {
    expect(
      (await fetch(`${studio.address}/api/artwork`, { method: 'POST', body: 'x' })).status,
    ).toBe(422);
  });
});
