import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { linesOf, sceneTime } from '@cruvo/core/scene';
import { frameLength, toSeconds } from '@cruvo/core/time';
import { testFolder, write } from '@cruvo/media/testing';
import { copyOfDemo, expect, test, trackOf, FURTHER } from './studio';

const folder = testFolder();
const BULLETIN = new URL('../demo/saltmarsh/isbel-bulletin.flac', import.meta.url).pathname;
/** The same words, spoken more slowly. */
const slower = join(folder, 'second take.flac');
execFileSync('ffmpeg', ['-nostdin', '-v', 'error', '-i', BULLETIN, '-af', 'atempo=0.85', slower]);

test(
  'another take replaces the voice: what was set by hand follows, and undo brings the old one back',
  FURTHER,
  async ({ studio }) => {
    test.setTimeout(180_000);
    const { page } = studio;
    const copy = await copyOfDemo(studio);
    // The mouth in the middle of “washing” is set by hand.
    const [line] = linesOf((await copy.onServer()).body);
    const heard = await trackOf(page, line!.track!);
    const vowel = (track: typeof heard) =>
      track.sounds.find(({ word, viseme }) => word === 'washing' && viseme >= 10)!;
    const { start, end } = vowel(heard);
    const frame = Math.floor(toSeconds(sceneTime(line!, 0) + 0) * 24 + ((start + end) / 2) * 24);
    await page.getByRole('tab', { name: 'Sheet' }).click();
    const sheet = page.getByRole('grid', { name: 'Exposure sheet of Isbel' });
    await sheet.focus();
    await page.keyboard.press('Home');
    for (let page12 = 0; page12 < Math.floor(frame / 12); page12++) {
      await page.keyboard.press('PageDown');
    }
    for (let at = 0; at < frame % 12; at++) await page.keyboard.press('ArrowDown');
    await page.keyboard.press('8');
    await expect
      .poll(async () => linesOf((await copy.onServer()).body)[0]!.corrections.length)
      .toBe(1);
    await page.getByRole('tab', { name: 'Line' }).click();

    const input = page.getByLabel('Another recording of the line');
    await input.setInputFiles(write(folder, 'broken.wav', 'no sound'));
    await expect(page.getByRole('alert').filter({ hasText: 'broken.wav' })).toBeVisible();
    await input.setInputFiles(slower);
    await expect(page.getByText('all mouths set by hand followed')).toBeVisible({
      timeout: 120_000,
    });
    await copy.saved();
    const [replaced] = linesOf((await copy.onServer()).body);
    expect([replaced!.voice!.name, replaced!.script, replaced!.id]).toEqual([
      ...['second take.flac', line!.script, line!.id],
    ]);
    expect(toSeconds(replaced!.length)).toBeGreaterThan(1.1 * toSeconds(line!.length));
    const now = vowel(await trackOf(page, replaced!.track!));
    const [piece] = replaced!.corrections;
    const middle = toSeconds((piece!.start + piece!.end) / 2);
    expect(middle).toBeGreaterThan(now.start - 1.5 * toSeconds(frameLength('24')));
    expect(middle).toBeLessThan(now.end + 1.5 * toSeconds(frameLength('24')));

    await page.getByRole('button', { name: 'Undo' }).click();
    await expect
      .poll(async () => linesOf((await copy.onServer()).body)[0]!.voice!.name)
      .toBe('isbel-bulletin.flac');
    expect(linesOf((await copy.onServer()).body)[0]!.corrections).toHaveLength(1);
  },
);
