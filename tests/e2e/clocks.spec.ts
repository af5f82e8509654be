import { expect, type Page } from '@playwright/test';
import { at, done, getReady, goWithin, newCable, newCrew, sent, stepByKeys, tabletOf, takeIn, takeTogether, test } from './bench';

const strip = (page: Page) => page.locator('[data-part=clocks]');
/** A time that runs, by its title and by where it does: others of the crew may have theirs. */
const clock = (page: Page, title: string, where: string) =>
  strip(page).locator('[data-clock]', { hasText: title }).filter({ hasText: where });
const why = (page: Page) => page.locator('[data-part=why]');

test('six hot-melt ends and a cold oven: it goes on first, the ends are marked while it warms, and every tablet of the crew sees its clock', async ({
  browser,
}) => {
  const [place, name] = [`Closet ${Date.now()}`, `HOT${Date.now()}`];
  const cable = await newCable(browser, name, 6, { recipe: 'H1', build: 'cordage-3.0', connector: 'ST' });
  const page = await tabletOf(browser, 'lead', 'saltmarsh-lead', 'keeps the app');
  await page.clock.install();
  await takeTogether(page, cable);
  await page.evaluate(() => navigator.serviceWorker.ready);
  await (await getReady(page, place)).getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'Begin strands 1–6' }).click();
  await at(page, /Oven on now/);
  await expect(page.getByText('strands 1–6 · once a session')).toBeVisible();
  await expect(why(page)).toHaveText('It takes 6 min, and the work goes on meanwhile.');

  const batch = page.url();

  // The network is cut: the clock runs all the same, on every page, and outlives a reload.
  await page.context().setOffline(true);
  await page.getByRole('button', { name: 'Done: strands 1–6' }).click();
  await at(page, /Boot, small end first/);
  await expect(clock(page, 'Warm up', place)).toContainText(/[56]:\d\d/);
  await stepByKeys(page);
  await at(page, /Mark the jacket/);
  await goWithin(page, '/gear');
  await expect(clock(page, 'Warm up', place)).toBeVisible();
  await page.reload();
  await expect(clock(page, 'Warm up', place)).toBeVisible();
  await page.context().setOffline(false);
  await sent(page);

  // A crew mate's tablet shows it; a stranger's does not.
  const mate = await tabletOf(browser, 'heron', 'saltmarsh-heron');
  await expect(clock(mate, 'Warm up', place)).toContainText('Oven on');
  await expect(clock(mate, 'Warm up', place)).not.toContainText('yours');
  const stranger = await tabletOf(browser, 'sandpiper', 'saltmarsh-sandpiper');
  await expect(stranger.getByRole('navigation').first()).toBeVisible();
  await expect(clock(stranger, 'Warm up', place)).toHaveCount(0);

  // The tablet dies. On another one its person goes on where they were, and the oven is not asked about again.
  await page.context().close();
  const next = await tabletOf(browser, 'lead', 'saltmarsh-lead');
  await next.clock.install();
  await expect(clock(next, 'Warm up', place)).toContainText('yours');
  await goWithin(next, new URL(batch).pathname);
  await at(next, /Mark the jacket/);
  while (!(await next.getByRole('heading', { name: /oven has been on/ }).isVisible())) await stepByKeys(next);
  await expect(why(next)).toHaveText('A pause: nothing can be done before the next time is over.');
  await next.clock.fastForward(361_000);
  await expect(clock(next, 'Warm: go on', place)).toBeVisible();
  await expect(next.getByText(/^A pause/)).toHaveCount(0);

  // Out of the oven one end cools by itself, and the next goes in.
  await stepByKeys(next);
  for (const title of [/Leave the connector in the oven/, /Ring over the aramid/, /Press the cable/]) {
    await at(next, title);
    await done(next);
  }
  await at(next, /Out to cool/);
  await next.getByRole('button', { name: 'Start the time' }).click();
  await expect(clock(next, 'Cool, untouched', name)).toContainText('strand 1');
  await at(next, /oven has been on/);
  await expect(next.getByText('strand 2', { exact: false }).first()).toBeVisible();
  await sent(next);
});

test('whoever turns the oven on without a word of where they are is taken to be at the panel, and its clock runs', async ({
  browser,
}) => {
  const { crew, signIn, password } = await newCrew(browser);
  const cable = await newCable(browser, `WARM${Date.now()}`, 1, {
    recipe: 'H1',
    build: 'cordage-3.0',
    connector: 'ST',
    crews: [crew],
  });
  const page = await tabletOf(browser, signIn, password);
  const { rows } = await (await page.request.get(`/api/v1/cables/${cable}/ladder`)).json();
  await page.goto(`/bench/${rows[0].near.id}`);
  await page.getByRole('button', { name: 'Begin' }).click();
  await at(page, /Oven on now/);
  await done(page);
  await expect(clock(page, 'Warm up', 'WS1')).toContainText(/[56]:\d\d/);
  await page.getByRole('button', { name: /^Ready/ }).click();
  await expect(page.getByRole('dialog').getByText('WS1')).toBeVisible();
});

test('one heater for six joints: while a sleeve heats the next fiber is worked, and its place is taken when it is done', async ({
  browser,
}) => {
  const name = `ONE${Date.now()}`;
  const cable = await newCable(browser, name, 6, { recipe: 'S2', build: 'tight-buffer-900' });
  const page = await tabletOf(browser, 'heron', 'saltmarsh-heron');
  await page.clock.install();
  await takeTogether(page, cable);
  await page.getByRole('button', { name: 'Begin strands 1–6' }).click();
  // What is done once may stand from other work of the day.
  await why(page).waitFor();
  const heating = page.getByRole('heading', { name: /Into the heater/ });
  while (!(await heating.isVisible())) await stepByKeys(page);

  // All were prepared alike; only the first was spliced before its sleeve went in.
  await expect(why(page)).toHaveText('Then it goes on by itself, and your hands are free.');
  await page.getByRole('button', { name: 'Start the time' }).click();
  await expect(heating).toHaveCount(0);
  await expect(clock(page, 'Heat', name)).toContainText('strand 1');
  await expect(why(page)).toHaveText('There is time for it while the other runs.');
  while (!(await heating.isVisible())) await stepByKeys(page);
  await page.getByRole('button', { name: /What now/ }).click();
  await expect(page.getByRole('button', { name: /Stage by stage/ })).toBeVisible();
});

test('twelve anaerobic ends and one syringe: it is filled once, and is empty with the twelfth', async ({ browser }) => {
  const [name, code] = [`Syringe ${Date.now() % 100_000}`, `Y${Date.now() % 100_000}`];
  const cable = await newCable(browser, `ANA${Date.now()}`, 12, { recipe: 'A1', build: 'cordage-3.0', connector: 'ST' });
  const page = await tabletOf(browser, 'heron', 'saltmarsh-heron');
  await page.clock.install();
  await page.goto('/gear');
  await takeIn(page, 'syringe', name, code);
  await takeTogether(page, cable, goWithin);
  const panel = await getReady(page, `Closet ${Date.now()}`);
  await panel.getByLabel('Type or scan a code').fill(code);
  await page.keyboard.press('Enter');
  await expect(panel.locator('li', { hasText: /^syringe/ })).toContainText(name);
  await panel.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'Begin strands 1–12' }).click();
  let syringes = 0;
  const filled = page.getByRole('heading', { name: /^Primer/ });
  while (!(await filled.isVisible())) {
    if (await page.getByText('strands 1–12 · once a session').isVisible()) syringes++;
    await stepByKeys(page);
  }
  await sent(page);
  await goWithin(page, '/gear');
  await expect(page.getByRole('button', { name: new RegExp(name) })).toContainText(/\d+ connectors? filled of 12/);
  expect(syringes).toBe(1);
});

test('two people share a batch: each is shown their own strands, and a handed over one goes on where it stood', async ({
  browser,
}) => {
  const cable = await newCable(browser, `TWO${Date.now()}`, 4);
  const page = await tabletOf(browser, 'heron', 'saltmarsh-heron');
  await takeTogether(page, cable);
  await page.getByRole('button', { name: 'Begin strands 1–4' }).click();
  await at(page, /Boot onto the fiber/);
  await page.getByRole('button', { name: 'Done: strands 1–4' }).click();
  await at(page, /Mark the buffer/);
  await page.getByRole('button', { name: 'Batch', exact: true }).click();
  const panel = page.getByRole('dialog');
  for (const strand of ['1', '2']) await panel.getByRole('checkbox', { name: strand, exact: true }).uncheck();
  await panel.getByRole('button', { name: 'Lena Tidewater' }).click();
  await expect(page.getByRole('button', { name: 'Done: strands 1, 2' })).toBeVisible();
  await sent(page);
  const mate = await tabletOf(browser, 'lead', 'saltmarsh-lead');
  await mate.goto(page.url());
  await at(mate, /Mark the buffer/);
  await mate.getByRole('button', { name: 'Done: strands 3, 4' }).click();
  await at(mate, /Buffer off/);
  await sent(mate);

  // What the mate did is not in the other's way: theirs is still to be marked.
  await page.getByRole('button', { name: 'Done: strands 1, 2' }).click();
  await at(page, /Buffer off/);
  await expect(page.locator('[data-part=bench]')).toHaveAttribute('data-turn', /./);
  await sent(page);
});
