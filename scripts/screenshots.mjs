// npm run screenshots: takes the pictures in docs/screenshots again, from the demo.
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './lib/paths.mjs';
import { freePort } from './lib/postgres.mjs';
import { runTypeScript } from './lib/runTypeScript.mjs';
import { buildWeb, setUp, startStudio } from './lib/studio.mjs';

const FOLDER = join(ROOT, 'docs/screenshots');
const SCENE = '/scenes/5a17ba45-0000-4000-8000-000000000002';
const DIALOGUE = '/scenes/5a17ba45-0000-4000-8000-000000000006';
const STORM = '/scenes/5a17ba45-0000-4000-8000-000000000008';
const PERFORMED = '/scenes/5a17ba45-0000-4000-8000-000000000007';
const CHARACTER = '/characters/5a17ba45-0000-4000-8000-000000000003';

setUp(['ffmpeg', 'postgresql', 'espeak-ng', 'chromium']);
buildWeb();
mkdirSync(FOLDER, { recursive: true });
rmSync(join(ROOT, '.data/screenshots'), { recursive: true, force: true });
const studio = await startStudio('screenshots', { port: await freePort(), durable: false });
const { chromium } = await import('@playwright/test');
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-background-networking',
    '--autoplay-policy=no-user-gesture-required',
  ],
});
const page = await browser.newPage({
  viewport: { width: 1280, height: 800 },
  baseURL: studio.address,
});
const shoot = async (name) => {
  await page.mouse.move(640, 300);
  await page.waitForTimeout(600);
  await page.screenshot({ path: join(FOLDER, `${name}.png`) });
};
const openScene = async () => {
  await page.goto(SCENE);
  await page.getByRole('button', { name: 'Play', exact: true }).waitFor();
};

async function shootAll() {
  await openScene();
  await page.keyboard.press('Home');
  for (let frame = 0; frame < 15; frame++) await page.keyboard.press('.');
  await shoot('scene');

  await page.keyboard.press('Enter');
  for (let notch = 0; notch < 6; notch++) await page.keyboard.press('+');
  await page.keyboard.press('3');
  await page.keyboard.press('Control+z');
  await page.getByTestId('save-state').getByText('Saved').waitFor();

  await openScene();
  await page.getByRole('button', { name: 'Fit mouths' }).waitFor();
  for (let notch = 0; notch < 5; notch++) await page.keyboard.press('+');
  await page.keyboard.press('Home');
  for (let frame = 0; frame < 28; frame++) await page.keyboard.press('.');
  await shoot('sounds');
  await page.getByText('One band').click();
  await page.getByRole('img', { name: /Spectrum of the line/ }).waitFor();
  await page.locator('.side .tab-content').evaluate((panel) => panel.scrollTo(0, 170));
  await shoot('one-band');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByTestId('save-state').getByText('Saved').waitFor();
  await page.goto(`${DIALOGUE}/live`);
  await page.getByRole('checkbox', { name: /^Bring to life/ }).check();
  await page.getByRole('button', { name: 'Speak' }).click();
  await page.waitForTimeout(6200);
  await shoot('live');
  await openScene();

  await openScene();
  await page.getByRole('tab', { name: 'Sheet' }).click();
  await page.getByRole('grid').focus();
  for (let frame = 0; frame < 30; frame++) await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.type('oh');
  await shoot('sheet');
  await page.keyboard.press('Control+z');
  await page.getByTestId('save-state').getByText('Saved').waitFor();
  await page.goto(STORM);
  await page.getByRole('tab', { name: 'Scene', exact: true }).click();
  const weather = page.getByRole('region', { name: 'Weather and particles' });
  await weather.evaluate((section) => section.scrollIntoView());
  for (let frame = 0; frame < 84; frame++) await page.keyboard.press('.');
  await shoot('weather');
  await openScene();
  await page.getByRole('tab', { name: 'Scene', exact: true }).click();
  const bodies = page.getByRole('region', { name: 'Bodies' });
  await bodies.getByLabel('Open mug').click();
  await bodies.evaluate((section) => section.scrollIntoView());
  await shoot('falling');

  await page.goto(DIALOGUE);
  await page.locator('.row-name', { hasText: 'Corrigan' }).click();
  for (let line = 0; line < 3; line++) await page.keyboard.press('PageDown');
  for (let frame = 0; frame < 22; frame++) await page.keyboard.press('.');
  await shoot('dialogue');
  await page.keyboard.press('Shift+R');
  const recorder = page.getByRole('region', { name: 'Record' });
  await recorder.getByLabel('What is recorded').selectOption('take');
  await recorder.getByLabel('Voice from').selectOption({ label: '04 corrigan' });
  await recorder.getByRole('button', { name: 'Record', exact: true }).click();
  await page.waitForTimeout(4200);
  await shoot('record');
  await page.goto(DIALOGUE);
  await page.locator('.row-name', { hasText: 'Corrigan' }).waitFor();
  await page.getByRole('link', { name: 'Saltmarsh Weather' }).click();
  await page.getByRole('heading', { name: 'Characters' }).waitFor();
  const decoded =
    '[...document.images].every(({ complete, naturalWidth }) => complete && naturalWidth > 0)';
  while (!(await page.evaluate(decoded))) await page.waitForTimeout(50);
  await shoot('production');
  await openScene();

  await page.getByRole('button', { name: 'Film', exact: true }).click();
  await page.getByRole('button', { name: 'Make the film' }).click();
  await page.getByRole('article', { name: /done/ }).first().waitFor({ timeout: 60_000 });
  await page.getByRole('button', { name: 'New film' }).click();
  await page.getByRole('button', { name: '1920 × 1080' }).click();
  await page.getByRole('button', { name: 'Make the film' }).click();
  await page
    .getByRole('article')
    .getByText(/^[1-9]\d? %$/)
    .waitFor();
  await page.getByRole('button', { name: 'New film' }).click();
  await page.getByRole('radio', { name: /^Loop/ }).check({ force: true });
  await page.getByText(/^More:/).click();
  await shoot('films');
  await page.keyboard.press('Escape');

  await page.goto(PERFORMED);
  await page.getByRole('button', { name: 'Play', exact: true }).waitFor();
  await page.getByRole('tab', { name: 'Perform' }).click();
  await page.getByRole('button', { name: 'Cues', exact: true }).click();
  await page.getByRole('button', { name: 'Fire Wonders' }).waitFor();
  for (let frame = 0; frame < 115; frame++) await page.keyboard.press('.');
  // Takes and cues lie under the mouths.
  await page.locator('.rows').evaluate((rows) => (rows.scrollTop = rows.scrollHeight));
  await shoot('perform');

  await page.goto('/new');
  await page
    .getByLabel('Voice, file')
    .setInputFiles([
      join(ROOT, 'demo/wick/wick-dark.svg'),
      join(ROOT, 'demo/wick/wick-bright-open.svg'),
      join(ROOT, 'demo/saltmarsh/isbel-bulletin.flac'),
    ]);
  await page.getByRole('button', { name: 'Make it talk' }).isEnabled();
  await page.getByText('wick-dark.svg').waitFor();
  await page.getByText('16.1 s').waitFor();
  await page.getByLabel('Name').fill('Wick tells the weather');
  await shoot('new-production');
  await page.goto('/');

  await page.goto(CHARACTER);
  await page.getByText('Quarter').click();
  await page.getByRole('button', { name: 'Say' }).click();
  await page.waitForTimeout(1500);
  await shoot('character');
  await page.goto('/new');
  await page
    .getByLabel('Layered artwork, files')
    .setInputFiles(join(ROOT, 'apps/web/public/templates/face.svg'));
  await page.getByText('What is what').waitFor();
  await shoot('recognised');
  const newer = readFileSync(join(ROOT, 'apps/web/public/templates/face.svg'), 'utf8')
    .replace('<g id="OH"', '<g id="OH round"')
    .replace('</svg>', '<g id="hat"><path d="M220 150H580L530 40H270Z" fill="#884422"/></g></svg>')
    .replace(/<g id="F V".*?<\/g>/s, '');
  await page.getByRole('button', { name: 'Artwork' }).click();
  await page.getByRole('button', { name: 'Update from newer artwork' }).click();
  await page
    .getByLabel('Newer artwork, files')
    .setInputFiles({ name: 'face-2.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(newer) });
  await page.getByText('the very same picture').waitFor();
  await shoot('newer-artwork');
  await page.goto('/');
  await page
    .getByRole('link', { name: /^Isbel/ })
    .first()
    .click();
  await page.getByRole('tab', { name: 'Body' }).click();
  await page.getByRole('slider', { name: 'Value of Head turn' }).fill('-0.7');
  await page.getByRole('button', { name: /^Left arm bends/ }).click();
  await page.getByRole('tab', { name: 'Part' }).click();
  await page.waitForTimeout(900);
  const hand = await page.getByRole('button', { name: /^Hand: is dragged/ }).boundingBox();
  await page.mouse.move(hand.x + hand.width / 2, hand.y + hand.height / 2);
  await page.mouse.down();
  await page.mouse.move(hand.x + 100, hand.y - 110, { steps: 6 });
  await page.waitForTimeout(900);
  await shoot('body');
  await page.mouse.up();
  await page.goto('/new');
  await page.getByRole('button', { name: 'Bare face' }).click();
  await page.getByRole('button', { name: 'Drawn lips' }).click();
  const box = await page.locator('.character-stage canvas').boundingBox();
  const at = (x, y) => [
    box.x + ((x + 27) * box.height) / 954,
    box.y + ((y + 27) * box.height) / 954,
  ];
  for (const point of [at(330, 568), at(470, 568), at(400, 598)]) await page.mouse.click(...point);
  await page.getByLabel('Words for the mouth to say').fill('Fair weather');
  await page.getByText('Quarter').click();
  await page.getByRole('button', { name: 'Say' }).click();
  await page.waitForTimeout(1700);
  await shoot('lips');
}

runTypeScript(`
  import { writeFileSync } from 'node:fs';
  import { mouthKindsPicture } from '${join(ROOT, 'scripts/lib/mouthKinds.ts')}';
  writeFileSync('${join(FOLDER, 'mouth-kinds.png')}', await mouthKindsPicture());
`);
try {
  await shootAll();
} finally {
  await browser.close();
  await studio.stop();
}
