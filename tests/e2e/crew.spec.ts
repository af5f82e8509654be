import { expect, type Page } from '@playwright/test';
import {
  afterLight,
  at,
  choose,
  kinds,
  newCable,
  sent,
  signIn,
  step,
  tabletOf,
  takeTogether,
  test,
  throughTheWedge,
  wedge,
} from './bench';

test('six strands by keyboard and pedal alone, stage by stage and strand by strand', async ({ page, browser }) => {
  const cable = await newCable(browser, 'KEY', 6);
  await signIn(page, 'heron', 'saltmarsh-heron');
  await takeTogether(page, cable);
  const press = (key: string) => page.keyboard.press(key);
  const now = (title: RegExp) => at(page, title);
  const strand = (number: number) => page.locator('[data-part=tray] [aria-current]', { hasText: String(number) }).waitFor();
  const reading = () => page.locator('[data-part=reading] input:focus').waitFor();
  await now(/Begin by/);
  await press('p');
  await press('PageDown');
  await now(/Boot onto/);
  await press('Enter');
  await now(/Mark/);
  await press('PageDown');
  await now(/Buffer off/);
  await press('PageDown');
  await now(/Coating off/);
  for (let number = 1; number <= 6; number++) {
    await strand(number);
    await reading();
    await page.keyboard.type('30.2');
    await press('Enter');
  }
  await now(/Wipe the glass/);
  await press('1');
  await now(/Flick/);
  await press('p');
  for (let number = 1; number <= 6; number++) {
    await strand(number);
    await now(/Flick/);
    await press('1');
    await now(/Into the fiber holder/);
    await reading();
    await page.keyboard.type('1.2');
    await press('PageDown');
    await now(/^Cleave to/);
    await reading();
    await page.keyboard.type('10');
    await press('PageDown');
    await now(/connector into its holder/);
    await press('1');
    for (const title of wedge) {
      await now(title);
      await press('o');
    }
    await now(/red light with 3 dB off/);
    await press('1');
    for (const title of afterLight) {
      await now(title);
      await press('o');
    }
  }
  await now(/All of this batch is done: 6 ends/);
  await sent(page);
  await page.goto(`/proof/${cable}`);
  await expect(page.getByText('6 accepted')).toBeVisible();
});

test('one strand by touch at phone width', async ({ browser }) => {
  const cable = await newCable(browser, 'TOUCH', 1);
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  const page = await phone.newPage();
  await signIn(page, 'heron', 'saltmarsh-heron');
  await page.goto(`/proof/${cable}`);
  await page.getByRole('link', { name: /WS1-A:01/ }).tap();
  await page.getByRole('button', { name: 'Begin' }).tap();
  const tap = async (title: RegExp, read?: string) => {
    await at(page, title);
    if (read) await page.locator('[data-part=reading] input').fill(read);
    const button = page.getByRole('button', { name: 'Done', exact: true });
    expect((await button.boundingBox())!.height).toBeGreaterThanOrEqual(48);
    await button.tap();
  };
  await tap(/Boot onto/);
  await expect(page.locator('[data-part=narrow-figure]')).toHaveText(/30.0/);
  await tap(/Mark/);
  await tap(/Buffer off/);
  await tap(/Coating off/, '30');
  await choose(page, /99 %/);
  await choose(page, /It held/);
  await tap(/holder/, '1.2');
  await tap(/Cleave/, '10');
  await choose(page, /50 µm/);
  for (const title of wedge) await tap(title);
  await choose(page, /No light/);
  for (const title of afterLight) await tap(title);
  await expect(page.getByRole('heading', { name: /Accepted/ })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await phone.close();
});

async function switchTo(page: Page, name: string, pin: string) {
  await page.getByRole('button', { name: /switch person/ }).click();
  await page.getByRole('button', { name, exact: true }).click();
  for (const digit of pin) await page.getByRole('button', { name: digit, exact: true }).click();
  await page.getByRole('button', { name: 'Enter' }).click();
  await expect(page.getByRole('button', { name: `${name}: switch person` })).toBeVisible();
}

/** A lead makes the tablet know the crew, so that each signs in on it by PIN. */
async function shareTablet(page: Page) {
  await signIn(page, 'lead', 'saltmarsh-lead');
  await page.getByRole('button', { name: /switch person/ }).click();
  await page.getByRole('button', { name: 'Let the crew use PINs here' }).click();
  await expect(page.getByText('Your crew may now sign in on this tablet by PIN.')).toBeVisible();
  await page.keyboard.press('Escape');
}

/** On a shared tablet without a network: what one has done waits, the next signs in and sends it, and it stays whose it is. */
test('what one person did without a network is sent by the next, signed, and stays theirs', async ({ page, browser }) => {
  const cable = await newCable(browser, 'SIGNED', 2);
  await shareTablet(page);
  await switchTo(page, 'Ira Maro', '4403');
  await takeTogether(page, cable);
  await expect(page.getByRole('button', { name: /^Begin/ })).toBeVisible();
  // The server takes no events for a while; signing in still works.
  await page.route('**/api/v1/events', (route) => route.abort());
  await page.getByRole('button', { name: /^Begin/ }).click();
  await page.getByRole('button', { name: /^Done: strands/ }).click();
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  await switchTo(page, 'Lena Tidewater', '440200');
  await page.unroute('**/api/v1/events');
  await sent(page);
  await page.goto(`/proof/${cable}`);
  await page
    .getByRole('row', { name: /1 blue/ })
    .getByRole('button', { name: /^Story of/ })
    .first()
    .click();
  const begun = page.locator('[data-part=story] li', { hasText: 'Begun by recipe' });
  await expect(begun).toContainText('Ira Maro');
  await expect(begun).toContainText('Sent by Lena Tidewater.');
  await expect(page.getByText('could not be verified')).toHaveCount(0);
});

test('a batch is left, resumed, handed over on a shared tablet, split and joined again', async ({ page, browser }) => {
  const cable = await newCable(browser, 'HAND', 4);
  await shareTablet(page);
  await switchTo(page, 'Ira Maro', '4403');
  await takeTogether(page, cable);
  await page.getByRole('button', { name: 'Begin strands 1–4' }).click();
  await page.getByRole('button', { name: 'Done: strands 1–4' }).click();
  await sent(page);
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  await switchTo(page, 'Lena Tidewater', '440200');
  await page.getByRole('link', { name: /HAND near/ }).click();
  await page.getByRole('button', { name: 'Batch', exact: true }).click();
  await page.getByRole('button', { name: 'Me: I take over' }).click();
  await page.getByRole('button', { name: 'Done: strands 1–4' }).click();
  await page.getByRole('button', { name: 'Batch', exact: true }).click();
  for (const strand of ['1', '2']) await page.getByRole('checkbox', { name: strand, exact: true }).uncheck();
  await page.getByRole('button', { name: 'Split these off' }).click();
  await expect(page.locator('[data-part=tray] li')).toHaveCount(2);
  await sent(page);
  await page.getByRole('button', { name: 'Batch', exact: true }).click();
  await page.getByRole('button', { name: /Join HAND near 1, 2/ }).click();
  await expect(page.locator('[data-part=tray] li')).toHaveCount(4);
  await sent(page);
  await page.locator('[data-part=tray] li').first().click();
  await page.goto(`/proof/${cable}`);
  await page
    .getByRole('row', { name: /1 blue/ })
    .getByRole('button', { name: /^Story of/ })
    .first()
    .click();
  await expect(page.getByText('Handed over').first()).toBeVisible();
  await expect(page.locator('[data-part=story] li', { hasText: 'Mark' })).toContainText('Lena Tidewater');
});

test('trouble is reported in two taps, proposed, cut off, and attempt 2 is accepted', async ({ page, browser }) => {
  const cable = await newCable(browser, 'TROUBLE', 1);
  await signIn(page, 'heron', 'saltmarsh-heron');
  await page.goto(`/proof/${cable}`);
  await page.getByRole('link', { name: /WS1-A:01/ }).click();
  await page.getByRole('button', { name: 'Begin' }).click();
  await step(page, /Boot onto/);
  await step(page, /Mark/);
  await step(page, /Buffer off/);
  await step(page, /Coating off/, '30');
  // Trouble is of the step on the screen: one that is opened before the step has moved on closes with it.
  await at(page, /Wipe the glass/);
  await page.getByRole('button', { name: 'Trouble' }).click();
  await choose(page, /cable or its buffer is hurt/);
  await expect(page.getByText(/40.0 mm of fiber/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Cut off, new connector' }).click();
  await expect(page.getByText('attempt 2')).toBeVisible();
  await expect(page.getByText('460.0 mm')).toBeVisible();
  await step(page, /Boot onto/);
  await step(page, /Mark/);
  await throughTheWedge(page, '30');
  await choose(page, /No light/);
  for (const title of afterLight) await step(page, title);
  await sent(page);
  await page.getByRole('link', { name: 'The strand’s story' }).click();
  await expect(page.getByRole('heading', { name: 'Attempt 2' })).toBeVisible();
  await page.locator('summary', { hasText: 'Boot' }).last().click();
  await page.getByRole('button', { name: 'Change: Cap' }).click();
  await page.getByRole('menuitem', { name: 'Take back' }).click();
  await page.getByRole('button', { name: 'Misread' }).click();
  await expect(page.getByText('Taken back: Misread')).toBeVisible();
});

test('two tablets offline on one strand, and back: all is kept, a lead settles it, and the other tablet sees it live', async ({
  browser,
}) => {
  const cable = await newCable(browser, 'TWO', 2);
  const [one, two] = [await tabletOf(browser, 'heron', 'saltmarsh-heron'), await tabletOf(browser, 'heron', 'saltmarsh-heron')];
  await one.goto(`/proof/${cable}`);
  await one.getByRole('link', { name: /WS1-A:01/ }).click();
  await one.getByRole('button', { name: 'Begin' }).click();
  await expect(one.getByRole('heading', { name: /Boot onto/ })).toBeVisible();
  await sent(one);
  const strand = one.url().split('/').pop()!;
  await two.goto(`/bench/${strand}`);
  await expect(two.getByRole('heading', { name: /Boot onto/ })).toBeVisible();
  await step(one, /Boot onto/);
  await expect(two.getByRole('heading', { name: /Mark/ })).toBeVisible({ timeout: 5_000 });
  for (const page of [one, two]) await page.context().setOffline(true);
  await step(one, /Mark/);
  await step(one, /Buffer off/);
  await step(one, /Coating off/, '30.3');
  await step(two, /Mark/);
  await step(two, /Buffer off/);
  await step(two, /Coating off/, '29.6');
  await two.getByRole('button', { name: 'Undo Coating off' }).click();
  await two.getByRole('button', { name: 'Misread' }).click();
  for (const page of [one, two]) {
    await page.context().setOffline(false);
    await sent(page);
  }
  const all = await kinds(one, strand);
  expect(all.filter((kind) => kind === 'step-done')).toHaveLength(7);
  expect(all.filter((kind) => kind === 'retracted')).toHaveLength(1);
  const lead = await tabletOf(browser, 'lead', 'saltmarsh-lead');
  await lead.locator(`a[href="/look/${strand}"]`).click();
  await expect(lead.getByRole('heading', { name: 'First story' })).toBeVisible();
  await expect(lead.getByRole('heading', { name: 'Second story' })).toBeVisible();
  await lead.getByLabel('What you found out').fill('asked both: the first tablet was on the right strand');
  await lead.getByRole('button', { name: 'Keep this story' }).first().click();
  await expect(lead.getByText('Looked at by a lead')).toBeVisible();
  await expect(one.getByText('Needs a look')).toHaveCount(0);
  await expect(one.getByRole('heading', { name: /Wipe the glass/ })).toBeVisible();
  for (const page of [one, two, lead]) await page.context().close();
});

test('work booked on the wrong strand moves to the right one and stands in both stories', async ({ page, browser }) => {
  const cable = await newCable(browser, 'MOVE', 3);
  await signIn(page, 'heron', 'saltmarsh-heron');
  await page.goto(`/proof/${cable}`);
  await page.getByRole('link', { name: /WS1-A:02/ }).click();
  await page.getByRole('button', { name: 'Begin' }).click();
  await step(page, /Boot onto/);
  await step(page, /Mark/);
  // The next step on the screen is the answer that the tap before it is kept.
  await expect(page.getByRole('heading', { name: /^Buffer off/ })).toBeVisible();
  await sent(page);
  await page.goto(page.url().replace('/bench/', '/story/'));
  await page.locator('summary').first().click();
  await page.getByRole('button', { name: /^Change: Begun/ }).click();
  await page.getByRole('menuitem', { name: 'Other strand' }).click();
  await page.getByLabel('Why').fill('two oranges in one bundle');
  await page.getByRole('button', { name: /3 green/ }).click();
  await expect(page.getByText('Work moved to another strand')).toBeVisible();
  await page.goto(`/proof/${cable}`);
  await page
    .getByRole('row', { name: /3 green/ })
    .getByRole('button', { name: /^Story of/ })
    .first()
    .click();
  await expect(page.getByText('Work moved here from another strand')).toBeVisible();
  await expect(page.locator('[data-part=story] li', { hasText: 'Mark' })).toHaveCount(1);
});

test('an owner makes a crew and a person, a lead sets a PIN anew, and the person signs in by it', async ({ page, browser }) => {
  await signIn(page, 'olive', 'saltmarsh-owner');
  await page.getByRole('link', { name: 'Crew', exact: true }).click();
  await page.getByLabel('Its name').fill('Plover');
  await page.getByRole('button', { name: 'Add the crew' }).click();
  await expect(page.getByText('Heron, Plover, Sandpiper')).toBeVisible();
  const lead = await tabletOf(browser, 'lead', 'saltmarsh-lead');
  await lead.getByRole('link', { name: 'Crew', exact: true }).click();
  await lead.getByLabel('Full name').fill('Tess Creek');
  await lead.getByLabel('Sign-in name').fill('tess');
  await lead.getByLabel('PIN, 4 to 8 digits').fill('123');
  await lead.getByRole('button', { name: 'Add the person' }).click();
  await expect(lead.getByText('Give a PIN of 4 to 8 digits.')).toBeVisible();
  await lead.getByLabel('PIN, 4 to 8 digits').fill('5512');
  await lead.getByLabel('Password').fill('creek-and-tide');
  await lead.getByRole('button', { name: 'Add the person' }).click();
  await lead.getByRole('button', { name: /Tess Creek/ }).click();
  await lead.getByLabel('New PIN').fill('5513');
  await lead.getByRole('button', { name: 'Set the PIN' }).click();
  await expect(lead.getByText('The new PIN is set.')).toBeVisible();
  const tess = await tabletOf(browser, 'tess', 'creek-and-tide');
  await expect(tess.getByText('Lena Tidewater set your PIN anew.')).toBeVisible();
  await tess.getByRole('button', { name: 'Understood' }).click();
  await tess.getByRole('button', { name: /switch person/ }).click();
  await tess.getByRole('button', { name: 'Sign out' }).click();
  // Today's find box speaks of a name too.
  await tess.getByLabel('Password or PIN').waitFor();
  await signIn(tess, 'tess', '5513');
  await expect(tess.getByRole('button', { name: /Tess Creek/ })).toBeVisible();
});
