import { expect, type Page } from '@playwright/test';
import { newCable, sent, signIn, stepByKeys, test } from './bench';

const face = (name: string) => `${test.info().file.replace(/[^/]+$/, '')}faces/${name}.png`;
const polished = { recipe: 'A1', build: 'cordage-3.0', grade: 'OM4' };

/** What hands do to the face under the stand-in, without the screen. */
const hands = (page: Page, ...acts: string[]) =>
  page.evaluate(async (acts) => {
    const session = await (await fetch('/api/v1/session')).json();
    for (const act of acts)
      await fetch(`/api/v1/instruments/microscope/hands/${act}`, {
        method: 'POST',
        headers: { 'X-Rhabdon-Forgery': session.forgery },
      });
  }, acts);

/** Does steps well until one asks for a look at the face. */
async function untilLook(page: Page) {
  while ((await page.locator('[data-part=sources]').count()) === 0) await stepByKeys(page, false);
}

async function beginAtBench(page: Page, cable: string) {
  await page.clock.install();
  await signIn(page, 'heron', 'saltmarsh-heron');
  await page.goto(`/proof/${cable}`);
  await page.locator('a[href^="/bench/"]').first().click();
  await page.getByRole('button', { name: 'Begin' }).click();
  await untilLook(page);
}

const verdict = (page: Page, says: RegExp) => expect(page.locator('[data-part=looking]')).toContainText(says);
const look = (page: Page) => page.getByRole('button', { name: /^Look/ }).click();

test('polish, look, adhesive left, polish on, look, scratches, one film back, pass; the pictures are the strand’s story', async ({
  page,
  browser,
}) => {
  const cable = await newCable(browser, 'FACE', 1, polished);
  await beginAtBench(page, cable);
  await hands(page, 'NewConnector', 'Clean');
  await look(page);
  await verdict(page, /adhesive/i);
  await page.getByRole('button', { name: 'Record: Adhesive left' }).click();
  await page.getByRole('button', { name: 'Polish on, same film, until it is gone' }).click();

  await hands(page, 'Polish', 'Polish', 'Clean');
  await untilLook(page);
  await look(page);
  await verdict(page, /scratch/i);
  await page.keyboard.press('v');
  await expect(page.getByText('the one before', { exact: true })).toBeVisible();
  await page.keyboard.press('v');
  await page.getByRole('button', { name: 'Record: Heavy scratches' }).click();
  await page.getByRole('button', { name: 'Back one film, then forward' }).click();

  await hands(page, 'Polish', 'LastFilm', 'Clean');
  await untilLook(page);
  await look(page);
  await verdict(page, /Passes/);
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-part=sources]')).toHaveCount(0);
  await untilLook(page);
  await look(page);
  await verdict(page, /Passes/);
  await page.getByRole('button', { name: /^Record: Clean/ }).click();
  await expect(page.locator('[data-part=sources]')).toHaveCount(0);

  await sent(page);
  await page.goto(page.url().replace('/bench/', '/story/'));
  await expect(page.locator('[data-part=seen]')).toHaveCount(4);
  await expect(page.locator('[data-part=seen]').first()).toContainText(/adhesive/i);
  const shown = page.locator('[data-part=seen] img').first();
  await expect.poll(() => shown.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBe(1024);
  await page.locator('[data-part=seen]').nth(1).click();
  await expect(page.getByRole('dialog').locator('[data-part=face] .mark').first()).toBeVisible();
  await page.keyboard.press('s');
  await expect(page.getByRole('dialog').locator('[data-part=face]')).toHaveCount(2);
});

test('a picture is overruled with a reason, which is told and counted; one that cannot be graded is taken again', async ({
  page,
  browser,
}) => {
  const cable = await newCable(browser, 'OVERRULE', 1, polished);
  await beginAtBench(page, cable);
  const file = page.getByLabel('Choose or drop a picture');
  await file.setInputFiles(face('dark'));
  await verdict(page, /Cannot be graded/);
  await expect(page.getByRole('button', { name: /^Record/ })).toHaveCount(0);
  await file.setInputFiles(face('pitted'));
  await verdict(page, /^Fails|Passes/);
  // Between films the step has no answer for a pit: nobody is offered "clean".
  await expect(page.getByText('This step has no answer for what the picture shows')).toBeVisible();
  await page.locator('[data-part=choices]').getByRole('button', { name: 'Heavy scratches' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'say why in a few words' })).toBeVisible();
  await page.getByLabel('Why not as graded?').fill('Two lines under the pits');
  await page.locator('[data-part=choices]').getByRole('button', { name: 'Heavy scratches' }).click();
  await expect(page.getByRole('heading', { name: 'Heavy scratches' })).toBeVisible();
  await sent(page);
  await page.goto(page.url().replace('/bench/', '/story/'));
  await expect(page.getByText(/Overruled\. .*Two lines under the pits/)).toBeVisible();
  const job = await page.evaluate(async () => {
    const jobs = (await (await fetch('/api/v1/jobs?find=OVERRULE')).json()) as { job: { id: string } }[];
    return jobs[0]!.job.id;
  });
  await page.goto(`/job/${job}`);
  await expect(page.getByText('1 picture overruled')).toBeVisible();
});

test('with no network a picture is graded on the tablet, recorded, and sent when there is one again', async ({ browser }) => {
  const cable = await newCable(browser, 'OFFLINE', 1, polished);
  const context = await browser.newContext({ serviceWorkers: 'allow' });
  const page = await context.newPage();
  await beginAtBench(page, cable);
  await page.evaluate(() => navigator.serviceWorker.ready);
  await context.setOffline(true);
  await page.getByLabel('Choose or drop a picture').setInputFiles(face('clean'));
  await expect(page.locator('[data-part=looking]')).toContainText('Passes', { timeout: 120_000 });
  await page.getByRole('button', { name: /^Record: Clean/ }).click();
  await expect(page.locator('[data-part=sources]')).toHaveCount(0);
  await expect(page.getByText(/saved here/)).toBeVisible();
  await context.setOffline(false);
  await sent(page);
  await page.goto(page.url().replace('/bench/', '/story/'));
  await expect(page.locator('[data-part=seen]')).toContainText('Passes');
});
