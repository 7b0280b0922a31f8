import { readdirSync } from 'node:fs';
import { linesOf, speakerOf } from '@cruvo/core/scene';
import { DEMO, expect, FURTHER, StudioPage, test } from './studio';

const FOG = new URL('../demo/saltmarsh/fog/', import.meta.url).pathname;

test(
  'a dialogue of nine lines with a backdrop is put together from files',
  FURTHER,
  async ({ page }) => {
    test.setTimeout(240_000);
    await page.goto(`/productions/${DEMO.production}`);
    await page.getByRole('button', { name: 'New scene' }).click();
    const people = page.getByRole('group', { name: 'Characters' });
    await people.getByRole('button', { name: 'Isbel' }).click();
    // The timeline moves as the first row comes in.
    await expect(page.locator('.row-name', { hasText: 'Isbel' })).toBeVisible();
    for (const name of ['Corrigan', 'Wick']) {
      await page.getByRole('button', { name: 'Character', exact: true }).click();
      await page
        .locator('.dropdown-menu.show')
        .getByRole('button', { name, exact: true })
        .first()
        .click();
      await expect(page.locator('.row-name', { hasText: name })).toBeVisible();
    }
    await page.getByRole('tab', { name: 'Scene' }).click();
    await page.getByLabel('Backdrop, files').setInputFiles(`${FOG}jetty.svg`);
    await page
      .getByRole('listitem')
      .filter({ hasText: 'reeds in front' })
      .getByRole('checkbox')
      .check();
    await page.locator('.row-name', { hasText: 'Isbel' }).click();
    const files = readdirSync(FOG).filter((file) => /\.(flac|txt)$/.test(file));
    await page
      .getByLabel('Recordings for Isbel', { exact: true })
      .setInputFiles(files.map((file) => FOG + file));

    const id = /scenes\/([\w-]+)/.exec(page.url())![1]!;
    const studio = new StudioPage(page, id);
    const scene = async () => (await studio.onServer()).body;
    // All of them are fitted, one after the other.
    await expect
      .poll(async () => linesOf(await scene()).filter(({ track }) => track !== null).length, {
        timeout: 200_000,
      })
      .toBe(9);
    const made = await scene();
    const lines = linesOf(made);
    const whoIs = new Map(
      Object.values(made.cast).map(({ id: member, character }) => [
        member,
        { [DEMO.isbel]: 'Isbel', [DEMO.corrigan]: 'Corrigan', [DEMO.wick]: 'Wick' }[character],
      ]),
    );
    expect(lines.map((line) => whoIs.get(speakerOf(made, line)))).toEqual([
      ...[
        'Isbel',
        'Corrigan',
        'Isbel',
        'Corrigan',
        'Isbel',
        'Wick',
        'Corrigan',
        'Isbel',
        'Corrigan',
      ],
    ]);
    expect(lines.every(({ script }) => script !== '' && !script.includes(':'))).toBe(true);
    expect(made.backdrop!.front).toEqual(['reeds in front']);
    await page.request.delete(`/api/documents/${id}`);
  },
);
