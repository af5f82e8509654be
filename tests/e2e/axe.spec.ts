import AxeBuilder from '@axe-core/playwright';
import { expect, type Browser, type Page } from '@playwright/test';
import { newCable, signIn, takeTogether, test } from './bench';
import { apiOf } from './chromium.mjs';

test.describe.configure({ mode: 'parallel' });

async function grave(page: Page, where: string, look = 'light') {
  const axe = new AxeBuilder({ page: page as never }).setLegacyMode(true);
  const { violations } = await (look === 'dark' ? axe.withRules(['color-contrast']) : axe).analyze();
  const found = violations.filter((violation) => violation.impact === 'serious' || violation.impact === 'critical');
  expect(found.map((violation) => `${look} ${where}: ${violation.id} ${violation.nodes[0]?.html}`)).toEqual([]);
}

/** Turns from light to dark or back, by the button's handler since a panel may lie over it, and waits until the colors are there. */
async function turn(page: Page) {
  await page.getByRole('button', { name: 'Change light and dark', includeHidden: true }).dispatchEvent('click');
  await page.evaluate(async () => {
    await new Promise(requestAnimationFrame);
    const ending = document.getAnimations().filter(({ effect }) => effect?.getComputedTiming().endTime !== Infinity);
    await Promise.allSettled(ending.map(({ finished }) => finished));
  });
}

/** Both looks of what is shown: the dark one changes colors and nothing else. */
async function inBothLooks(page: Page, where: string) {
  await grave(page, where);
  await turn(page);
  await grave(page, where, 'dark');
  await turn(page);
}

type Screens = [path: string, ready: (page: Page) => Promise<unknown>][];

async function look(page: Page, screens: Screens) {
  for (const [path, ready] of screens) {
    await page.goto(path);
    await ready(page);
    await inBothLooks(page, path);
  }
}

const titled = (name: string | RegExp) => (page: Page) => page.getByRole('heading', { name }).waitFor();

/** A cable of three with its near ends begun, as an owner sees it. */
async function begunCable(page: Page, browser: Browser) {
  const cable = await newCable(browser, 'AXE', 3);
  await apiOf(page.request, 'olive', 'saltmarsh-owner');
  await takeTogether(page, cable);
  await page.getByRole('button', { name: /^Begin strands/ }).click();
  await page.getByRole('heading', { name: /Boot onto/ }).waitFor();
  const ladder = await (await page.request.get(`/api/v1/cables/${cable}/ladder`)).json();
  const [{ near, far }] = ladder.rows;
  return { cable, job: ladder.job, strand: near.id, far: far.id, batch: new URL(page.url()).pathname };
}

test('axe finds nothing serious before one signs in, nor in Plan, Recipes and Verify', async ({ page, browser }) => {
  await page.goto('/');
  await page.getByLabel('Name').waitFor();
  await grave(page, 'sign-in');
  await page.goto('/first-owner');
  await page.getByLabel('Full name').waitFor();
  await grave(page, 'first owner');
  const cable = await newCable(browser, 'AXE-P', 1);
  await signIn(page, 'olive', 'saltmarsh-owner');
  const { job } = await (await page.request.get(`/api/v1/cables/${cable}/ladder`)).json();
  const crews: { id: string; name: string }[] = await (await page.request.get('/api/v1/crews')).json();
  const heron = crews.find(({ name }) => name === 'Heron')!;
  await look(page, [
    ['/', titled('Today')],
    ['/plan', titled('New job')],
    [`/plan/${job}`, titled(/New cable/)],
    ['/methods', (p) => p.getByRole('columnheader', { name: /costs least/ }).waitFor()],
    [`/kit/${job}`, titled('Parts')],
    [`/cost/${job}`, titled('Cost')],
    [
      `/days/${heron.id}`,
      async (p) => {
        await p.getByRole('button', { name: /Plan the days|Replan what is ahead/ }).click();
        const [stop, keep] = ['Stop: take this', 'Keep these days'].map((name) => p.getByRole('button', { name }));
        await stop!.or(keep!).waitFor();
        if (await stop!.isVisible()) await stop!.click();
        await keep!.waitFor();
        await p
          .getByRole('button', { name: /, from \d{4}/ })
          .first()
          .focus();
        await p.keyboard.press('Enter');
        await p.getByLabel('It stays here').waitFor();
      },
    ],
    [
      '/recipes',
      (p) =>
        p
          .getByRole('link', { name: /Anaerobic/ })
          .first()
          .waitFor(),
    ],
    ['/recipes/M4', titled('Does glass meet glass?')],
    ['/recipes/A1', titled('Where installers disagree')],
    [
      '/verify',
      async (p) => {
        await p.getByLabel('Choose or drop a picture').setInputFiles(`${test.info().file.replace(/[^/]+$/, '')}faces/pitted.png`);
        await p.getByText('Do next').waitFor();
      },
    ],
    ['/crew', titled('People')],
  ]);
});

test('axe finds nothing serious at the bench and in Proof, nor in what opens over them', async ({ page, browser }) => {
  const { cable, job, strand, far, batch } = await begunCable(page, browser);
  await look(page, [
    [`/job/${job}`, titled('By cable')],
    [`/proof/${cable}`, (p) => p.getByRole('row', { name: /1 blue/ }).waitFor()],
    [`/story/${strand}`, (p) => p.getByText('Begun by').waitFor()],
    [`/look/${strand}`, (p) => p.getByText('Nothing needs a look').waitFor()],
    [`/test/${cable}`, titled('Take the reference first')],
    [`/link/${cable}/1`, titled('What it carries')],
    ['/outbox', titled('On this tablet')],
    [
      '/gear',
      (p) =>
        p
          .getByRole('button', { name: /Splicer 1|Cleaver/ })
          .first()
          .waitFor(),
    ],
    [`/end/${strand}`, titled(/Cable against the job sheet/)],
    [`/bench/${far}`, (p) => p.getByRole('checkbox', { name: /cleaver/ }).waitFor()],
    [batch, titled(/Boot onto/)],
  ]);
  await page.getByRole('button', { name: /^Ready/ }).click();
  await page.getByRole('dialog').waitFor();
  await inBothLooks(page, 'ready check');
  await page.keyboard.press('Escape');
  await page.getByRole('dialog').waitFor({ state: 'detached' });
  for (const [name, key] of [
    ['keys', '?'],
    ['batch', 'b'],
    ['undo', 'u'],
  ] as const) {
    await page.keyboard.press(key);
    await page.getByRole('dialog').waitFor();
    await inBothLooks(page, `${name} panel`);
    await page.keyboard.press('Escape');
    await page.getByRole('dialog').waitFor({ state: 'detached' });
  }
});
