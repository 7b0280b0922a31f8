import {
  expect,
  test as base,
  type BrowserContext,
  type Locator,
  type Page,
} from '@playwright/test';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Scene } from '@cruvo/core/scene';
import { readTrack, type VoiceTrack } from '@cruvo/core/speech';
import { DEMO } from '../apps/server/src/demo/ids';

export { expect, DEMO };

const databaseUrl = process.env['CRUVO_DATABASE_URL'] ?? '';
const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** Marks a test beside the main paths: `npm run test:browser` runs it, `npm test` leaves it out. */
export const FURTHER = { tag: '@further' };

type Lane = 'ruler' | 'wave' | 'words' | 'mouths';

interface Fixtures {
  /** The page of a fresh production of two drawings and a voice of four seconds. */
  readonly studio: StudioPage;
}

/** What a person does in the studio. */
export class StudioPage {
  readonly canvas: Locator;
  readonly chosen: Locator;

  constructor(
    readonly page: Page,
    readonly sceneId: string,
  ) {
    this.canvas = page.locator('.lanes canvas.all-rows');
    this.chosen = page.getByTestId('chosen-mouth');
  }

  async open(): Promise<void> {
    await this.page.goto(`/scenes/${this.sceneId}`);
    await expect(this.page.getByRole('button', { name: 'Play' })).toBeVisible();
    await expect(this.canvas).toBeVisible();
  }

  async saved(): Promise<void> {
    await expect(this.page.getByTestId('save-state')).toHaveText('Saved');
  }

  /** The point on the page of a time in a lane of the timeline, while it shows the whole scene. */
  async at(time: number, lane: Lane, length: number): Promise<{ x: number; y: number }> {
    const box = (await this.canvas.boundingBox())!;
    const y = { ruler: 10, wave: 60, words: 98, mouths: 164 }[lane];
    return { x: box.x + (time / length) * box.width, y: box.y + y };
  }

  /** Drags from one time to another in a lane. */
  async drag(lane: Lane, start: number, end: number, length: number) {
    const from = await this.at(start, lane, length);
    const to = await this.at(end, lane, length);
    await this.page.mouse.move(from.x, from.y);
    await this.page.mouse.down();
    await this.page.mouse.move(to.x, to.y, { steps: 10 });
    await this.page.mouse.up();
  }

  async clock(): Promise<string> {
    return (await this.page.locator('.transport .time').textContent())!;
  }

  /** The scene as it is on the server. */
  async onServer(): Promise<{ revision: number; body: Scene }> {
    return (await this.page.request.get(`/api/documents/${this.sceneId}`)).json();
  }

  /** The colour in the middle of the stage, as red, green and blue. */
  async middle(): Promise<number[]> {
    return this.page.locator('.stage canvas').evaluate((canvas: HTMLCanvasElement) => {
      const context = canvas.getContext('2d')!;
      return [...context.getImageData(canvas.width / 2, canvas.height / 2, 1, 1).data].slice(0, 3);
    });
  }
}

interface Shared {
  /** One for all tests: a new one would read and compile the studio's program each time. */
  readonly window: BrowserContext;
}

/** What a browser keeps of a studio, beside copies of what the server sent. */
const KEPT = 'cookies,indexeddb,local_storage';

export const test = base.extend<Fixtures, Shared>({
  window: [
    async ({ browser }, use, { project }) => {
      const { baseURL } = project.use;
      const window = await browser.newContext({
        ...(baseURL === undefined ? {} : { baseURL }),
        // Nobody watches menus and dialogs fade in.
        reducedMotion: 'reduce',
      });
      await use(window);
      await window.close();
    },
    { scope: 'worker' },
  ],
  context: async ({ window, permissions }, use) => {
    if (permissions) await window.grantPermissions(permissions);
    await use(window);
    const [page, ...others] = window.pages();
    await Promise.all(others.map((other) => other.close()));
    await page?.unrouteAll({ behavior: 'ignoreErrors' });
    await page?.goto('about:blank');
    await window.clearPermissions();
  },
  page: async ({ context, viewport, baseURL }, use) => {
    // The one of the test before, if any: its process holds the studio's program, ready to run.
    const page = context.pages()[0] ?? (await context.newPage());
    if (viewport) await page.setViewportSize(viewport);
    const devtools = await context.newCDPSession(page);
    await devtools.send('Storage.clearDataForOrigin', { origin: baseURL!, storageTypes: KEPT });
    await use(page);
  },
  studio: async ({ page }, use) => {
    // Not before they are needed: Playwright loads all tests, with all that they import, in each of its processes.
    const { createServices } = await import('../apps/server/src/app');
    const { makeProduction } = await import('../apps/server/src/testing/requests');
    const services = createServices(databaseUrl);
    const { sceneId } = await makeProduction({ services }, 4);
    await services.database.destroy();
    const studio = new StudioPage(page, sceneId);
    await studio.open();
    await use(studio);
  },
});

/** A copy of the demo's scene, which is not to be changed, as it was fitted. */
export async function copyOfDemo(studio: StudioPage): Promise<StudioPage> {
  return copyOfScene(studio, DEMO.scene, ({ lines }) =>
    Object.fromEntries(
      Object.values(lines).map((line) => [line.id, { ...line, corrections: [], reviewed: [] }]),
    ),
  );
}

/** A copy of one of the demo's scenes. @param lines those that it has instead */
export async function copyOfScene(
  studio: StudioPage,
  scene: string,
  lines: (scene: Scene) => Scene['lines'],
): Promise<StudioPage> {
  const { request } = studio.page;
  const { body } = (await (await request.get(`/api/documents/${scene}`)).json()) as { body: Scene };
  const id = crypto.randomUUID();
  const document = { id, kind: 'scene', body: { ...body, name: 'A copy', lines: lines(body) } };
  const added = await request.post(`/api/productions/${DEMO.production}/documents`, {
    data: document,
  });
  expect(added.status()).toBe(201);
  const copy = new StudioPage(studio.page, id);
  await copy.open();
  return copy;
}

/** Checks the page against WCAG 2.1 A and AA, in both lights. */
/** Orders a small film of the scene that is open, and waits until it is there. */
export async function smallFilm(page: Page): Promise<Locator> {
  await page.getByRole('button', { name: 'Film', exact: true }).click();
  await page.getByLabel('Width').fill('320');
  await page.getByLabel('Height').fill('180');
  const ordered = page.waitForResponse(
    (response) => response.request().method() === 'POST' && response.url().endsWith('/api/films'),
  );
  await page.getByRole('button', { name: 'Make the film' }).click();
  const { id } = (await (await ordered).json()) as { id: string };
  const film = page.locator('article.film', { has: page.locator(`video[src*="${id}"]`) });
  await expect(film).toHaveAccessibleName(/done$/, { timeout: 60_000 });
  return film;
}

export async function expectAccessible(page: Page): Promise<void> {
  await page.evaluate(AXE);
  // Colours that are still changing are not what people see.
  await page.addStyleTag({ content: '*, *::before, *::after { transition: none !important }' });
  for (const theme of ['light', 'dark']) {
    await page.evaluate(
      (name) => document.documentElement.setAttribute('data-bs-theme', name),
      theme,
    );
    const found = await page.evaluate(async () => {
      const { axe } = window as unknown as {
        axe: {
          run(options: object): Promise<{
            violations: { id: string; nodes: { html: string; failureSummary: string }[] }[];
          }>;
        };
      };
      const { violations } = await axe.run({
        runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'],
      });
      return violations.map(
        ({ id, nodes }) =>
          `${id}: ${nodes.map(({ html, failureSummary }) => `${html} ${failureSummary}`).join(' | ')}`,
      );
    });
    expect(found, `in ${theme} surroundings`).toEqual([]);
  }
}

/** Fields and buttons that are cut by the window, or by what holds them, at the side. */
export function cutOff(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const edges = (element: Element): { left: number; right: number } => {
      let [left, right] = [0, window.innerWidth];
      for (let around = element.parentElement; around; around = around.parentElement) {
        if (getComputedStyle(around).overflowX === 'visible') continue;
        const box = around.getBoundingClientRect();
        [left, right] = [Math.max(left, box.left), Math.min(right, box.right)];
      }
      return { left, right };
    };
    return [...document.querySelectorAll('button, select, input, textarea, a, [role="tab"]')]
      .filter((element) => {
        const box = element.getBoundingClientRect();
        if (box.width === 0 || getComputedStyle(element).visibility === 'hidden') return false;
        const { left, right } = edges(element);
        return box.left < left - 1 || box.right > right + 1;
      })
      .map(
        (element) => element.getAttribute('aria-label') ?? element.textContent ?? element.tagName,
      );
  });
}

/** What was heard in a voice, as the server keeps it. */
export async function trackOf(page: Page, id: string): Promise<VoiceTrack> {
  return readTrack(await (await page.request.get(`/api/tracks/${id}`)).body());
}
