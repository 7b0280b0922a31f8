import { expect, FURTHER, StudioPage, test } from './studio';

const script = (studio: StudioPage) => studio.page.getByLabel('Script');

test('two windows show each other’s changes, and keep both', async ({ studio, context }) => {
  const other = new StudioPage(await context.newPage(), studio.sceneId);
  await other.open();
  await script(studio).fill('First window');
  await studio.saved();
  await expect(script(other)).toHaveValue('First window');
  await other.page.getByLabel(/^Strength/).fill('1.5');
  await other.saved();
  await expect(studio.page.getByText('lively · 150 %')).toBeVisible();
  // What the other window changed is no step of this one’s history.
  await studio.page.getByRole('button', { name: 'Undo' }).click();
  await expect(script(studio)).toHaveValue('');
  await studio.saved();
  const { body } = await studio.onServer();
  expect(body.lines['line']).toMatchObject({ script: '', fit: { strength: 1.5 } });
});

test('two browsers: the second to save sees what the other changed, and either can be kept', async ({
  studio,
  browser,
}) => {
  const elsewhere = await browser.newContext();
  const other = new StudioPage(await elsewhere.newPage(), studio.sceneId);
  await other.open();
  await script(studio).fill('First window');
  await studio.saved();
  await script(other).fill('Second window');
  const dialog = other.page.getByRole('dialog', {
    name: 'This was changed in another window',
  });
  await expect(dialog).toContainText('The script of “voice” reads “First window”.');
  expect(JSON.stringify(await studio.onServer())).toContain('First window');

  await dialog.getByRole('button', { name: 'Use the other version' }).click();
  await expect(script(other)).toHaveValue('First window');
  await other.page.getByRole('button', { name: 'Undo' }).click();
  await expect(script(other)).toHaveValue('Second window');
  await other.saved();
  expect(JSON.stringify(await studio.onServer())).toContain('Second window');

  await script(studio).fill('First again');
  await studio.page.getByRole('button', { name: 'Keep this version' }).click();
  await studio.saved();
  expect(JSON.stringify(await studio.onServer())).toContain('First again');
  await elsewhere.close();
});

test('work goes on while the database is away, outlives a reload, and is saved when it returns', async ({
  studio,
}) => {
  const { page } = studio;
  const away = {
    status: 503,
    contentType: 'application/problem+json',
    body: JSON.stringify({
      code: 'unavailable',
      detail: 'The studio can’t reach its database just now.',
    }),
  };
  const documents = `**/api/documents/${studio.sceneId}`;
  await page.route(documents, (route) =>
    route.request().method() === 'PATCH' ? route.fulfill(away) : route.fallback(),
  );
  await script(studio).fill('Written in the dark');
  const banner = page.getByRole('alert').filter({ hasText: 'kept in this browser' });
  await expect(banner).toContainText('The studio can’t reach its database just now.');
  await page.reload();
  await expect(script(studio)).toHaveValue('Written in the dark');
  await expect(banner).toBeVisible();
  await page.unroute(documents);
  await studio.saved();
  await expect(banner).toBeHidden();
  expect(JSON.stringify(await studio.onServer())).toContain('Written in the dark');
});

test(
  'a second window leaves alone what the first has not saved yet',
  FURTHER,
  async ({ studio, context }) => {
    const { page, sceneId } = studio;
    const documents = `**/api/documents/${sceneId}`;
    await page.route(documents, (route) =>
      route.request().method() === 'PATCH' ? route.abort() : route.fallback(),
    );
    await script(studio).fill('Written in the dark');
    await expect(page.getByRole('alert')).toContainText('kept in this browser');
    const other = new StudioPage(await context.newPage(), sceneId);
    await other.open();
    await expect(script(other)).toHaveValue('');
    await other.page.getByRole('button', { name: 'Scene', exact: true }).click();
    await other.page.getByLabel('Name of the scene').fill('Elsewhere');
    await other.page.keyboard.press('Enter');
    await other.saved();
    await page.unroute(documents);
    await studio.saved();
    await expect(script(other)).toHaveValue('Written in the dark');
    const { body } = await studio.onServer();
    expect([body.name, body.lines['line']!.script]).toEqual(['Elsewhere', 'Written in the dark']);
  },
);

test(
  'a scene opened while the database is away opens by itself when it is back',
  FURTHER,
  async ({ studio }) => {
    const { page } = studio;
    await page.route('**/api/documents/*', (route) => route.abort());
    await page.reload();
    await expect(page.getByRole('alert')).toContainText('This scene can’t be opened');
    await page.unroute('**/api/documents/*');
    await expect(page.getByRole('button', { name: 'Play' })).toBeVisible();
  },
);

test('a scene is renamed on the spot', FURTHER, async ({ studio }) => {
  const { page } = studio;
  await page.getByRole('button', { name: 'Scene', exact: true }).click();
  await page.getByLabel('Name of the scene').fill('The morning bulletin');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'The morning bulletin' })).toBeVisible();
  await studio.saved();
  await page.reload();
  await expect(page.getByRole('heading', { name: 'The morning bulletin' })).toBeVisible();
  await page.getByRole('button', { name: 'The morning bulletin' }).click();
  await page.getByLabel('Name of the scene').fill('Never mind');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('heading', { name: 'The morning bulletin' })).toBeVisible();
});

test('an earlier version is looked at and brought back', async ({ studio }) => {
  const { page } = studio;
  await script(studio).fill('One');
  await studio.saved();
  await script(studio).fill('Two');
  await studio.saved();
  await page.getByRole('button', { name: 'Earlier versions' }).click();
  const dialog = page.getByRole('dialog', { name: 'Earlier versions' });
  await dialog
    .getByRole('button', { name: /\d:\d\d/ })
    .nth(1)
    .click();
  await expect(dialog).toContainText('The script of “voice” reads “One”.');
  await dialog.getByRole('button', { name: 'Restore this version' }).click();
  await expect(script(studio)).toHaveValue('One');
  await studio.saved();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(script(studio)).toHaveValue('Two');
});
