import { expect, test as base, type Browser, type Page } from '@playwright/test';
import { apiOf, makeCable, signIn } from './chromium.mjs';

export { signIn };

/** A test whose tablets are put away when it is over: a page that is left open goes on working beside the tests that follow. */
export const test = base.extend<{ tablets: void }>({
  tablets: [
    async ({ browser }, use) => {
      const before = new Set(browser.contexts());
      await use();
      for (const context of browser.contexts()) if (!before.has(context)) await context.close();
    },
    { auto: true },
  ],
});

/** A page of its own, as another tablet has; one that keeps the app can load it without a network. */
export async function tabletOf(browser: Browser, name: string, pin: string, keeps?: 'keeps the app'): Promise<Page> {
  const page = await (await browser.newContext({ serviceWorkers: keeps ? 'allow' : 'block' })).newPage();
  await signIn(page, name, pin);
  return page;
}

export const done = (page: Page) => page.getByRole('button', { name: 'Done', exact: true }).click();

/** Picks from a list that opens, and waits until it has closed: other lists may hold the same. */
export async function pick(page: Page, label: string | RegExp, option: string) {
  const options = page.locator('.ant-select-item-option').filter({ visible: true });
  await page.getByRole('combobox', { name: label }).click();
  await options.and(page.getByTitle(option, { exact: true })).click();
  await expect(options).toHaveCount(0);
}

/** Waits for the step: a page asks itself at every frame, where an assertion would ask it ever more seldom. */
export const at = (page: Page, title: RegExp) => page.getByRole('heading', { name: title }).waitFor();

export async function step(page: Page, title: RegExp, read?: string) {
  await at(page, title);
  if (read !== undefined) await page.locator('[data-part=reading] input').fill(read);
  await done(page);
}

export const choose = (page: Page, choice: RegExp) =>
  page.locator('[data-part=choices]').getByRole('button', { name: choice }).click();

/** What follows the first click of a wedge-lock connector, up to the fiber being held; and what follows its light. */
export const wedge = [/first click/, /middle cover/, /second click/, /Press the bow/, /wedge off/];
export const afterLight = [/Light off/, /connector out/, /Boot onto the connector/, /front cap stays/, /All the glass/];

/** A wedge-lock strand from its mark to the light, all of it done well. */
export async function throughTheWedge(page: Page, glass: string, isBufferOff?: 'the coating is next') {
  if (!isBufferOff) await step(page, /Buffer off/);
  await step(page, /Coating off/, glass);
  await choose(page, /99 %/);
  await choose(page, /It held/);
  await step(page, /Into the fiber holder/, '1.2');
  await step(page, /^Cleave to/, '10.1');
  await choose(page, /50 µm/);
  for (const title of wedge) await step(page, title);
}

/** A job of the lead's own with one cable, both by the API; its cable's page is then /proof/ID. */
export async function newCable(browser: Browser, name: string, strands: number, by: object = {}): Promise<string> {
  const context = await browser.newContext();
  const cable = await makeCable(context.request, name, strands, by);
  await context.close();
  return cable;
}

/** A crew of its own with one installer, whom no other test has work of; and the owner's API. */
export async function newCrew(browser: Browser) {
  const signIn = `curlew-${test.info().workerIndex}-${Date.now().toString(36)}`;
  const password = 'saltmarsh-curlew';
  const owner = await apiOf((await browser.newContext()).request, 'olive', 'saltmarsh-owner');
  const crew: string = (await owner.post('/crews', { name: `Curlew ${signIn}` })).id;
  await owner.post('/people', { name: 'Kit Curlew', role: 'installer', crew, signIn, password });
  return { crew, signIn, password, owner };
}

/** To another view without loading the app anew, as its own links go there. */
export async function goWithin(page: Page, path: string) {
  await page.evaluate((to) => {
    history.pushState(null, '', to);
    dispatchEvent(new PopStateEvent('popstate'));
  }, path);
}

/** Takes all near ends of a cable together; the page is then the batch's. */
export async function takeTogether(
  page: Page,
  cable: string,
  go = async (to: Page, path: string): Promise<unknown> => to.goto(path),
) {
  await go(page, `/proof/${cable}`);
  await page.getByRole('button', { name: 'Pick strands' }).click();
  await page.getByRole('button', { name: 'All open near ends' }).click();
  await page.getByRole('button', { name: /^Take \d+ together/ }).click();
  await expect(page).toHaveURL(/\/batch\//);
}

/** Every event the server holds of a strand, by kind, in the order of the story. */
export async function kinds(page: Page, termination: string): Promise<string[]> {
  return page.evaluate(async (strand) => {
    const story = await (await fetch(`/api/v1/terminations/${strand}/story`)).json();
    return story.lines.map((line: { kind: string }) => line.kind);
  }, termination);
}

export const sent = (page: Page) => expect(page.getByText('all sent')).toBeVisible();

/** What stands at the bench, asked in one go. The turn, of whom and at which step, changes with every tap that was kept, and with nothing else. */
const shownAtBench = (page: Page) =>
  page.evaluate(() => {
    const part = (name: string) => document.querySelector<HTMLElement>(`[data-part=${name}]`);
    const bench = part('bench')!;
    return {
      turn: bench.dataset.turn!,
      hasSources: !!part('sources'),
      hasClock: !!part('clock'),
      isToStart: [...document.querySelectorAll('button')].some((button) => /^Start/.test(button.textContent ?? '')),
      hasChoices: !!part('choices'),
      isSingleMode: /This strand: .*single-mode/.test(bench.innerText),
      asked: document.querySelector('[data-part=reading] input') ? part('reading')!.innerText : null,
      good: document.getElementById('verdict')?.innerText ?? '',
      isCount: !!part('metronome'),
    };
  });

/** Does the step that is shown, well, by keyboard alone; times are run out by the page's own clock. A look at the face is answered by eye, or left be. */
export async function stepByKeys(page: Page, isByEye = true, angles?: string) {
  const shown = await shownAtBench(page);
  if (!isByEye && shown.hasSources) return;
  if (shown.hasClock) {
    if (!shown.isToStart) {
      await page.clock.fastForward(700_000);
      await page.getByText('Time is up', { exact: true }).waitFor();
    }
    await page.keyboard.press('Enter');
  } else if (shown.hasChoices) {
    // The first answer is the good one, but for the fiber in the bag: that is the strand's own.
    await page.keyboard.press(shown.isSingleMode ? '3' : '1');
  } else if (shown.asked !== null) {
    const good = shown.good.match(/[\d.]+/g)!.map(Number);
    await page.locator('[data-part=reading] input:focus').waitFor();
    const [least, most = least] = good;
    // A figure that must stay under a limit is well under it; both angles of a splicer stand side by side.
    const read = good.length === 1 ? least! / 2 : shown.isCount ? least : (least! + most!) / 2;
    await page.keyboard.type(shown.asked.includes('angles') ? (angles ?? `${read}/${read}`) : String(read));
    await page.keyboard.press('Enter');
  } else {
    await page.keyboard.press('Enter');
  }
  await page.waitForFunction((was) => document.querySelector<HTMLElement>('[data-part=bench]')?.dataset.turn !== was, shown.turn);
}

/** Says at the bench where one works, and leaves the ready check open. */
export async function getReady(page: Page, place: string) {
  await page.getByRole('button', { name: /^Ready/ }).click();
  const panel = page.getByRole('dialog');
  const [where, leave] = [
    panel.getByLabel('Where are you? Room or closet'),
    panel.getByRole('button', { name: 'Leave this place' }),
  ];
  await where.or(leave).waitFor();
  // The same person may still be where another test was.
  if (await leave.isVisible()) await leave.click();
  await where.fill(place);
  await panel.getByRole('button', { name: 'Work here' }).click();
  await expect(panel.getByText(/points are open/)).toBeVisible();
  return panel;
}

/** Takes a tool or a lot in for the crew. */
export async function takeIn(
  page: Page,
  what: string,
  name: string,
  code: string,
  fields: Record<string, string> = {},
  picks: Record<string, string> = {},
) {
  await page.getByRole('button', { name: 'Take in' }).click();
  const panel = page.getByRole('dialog');
  // The list is long: what is not in sight is found by typing.
  await page.getByRole('combobox', { name: 'What it is' }).fill(what);
  await pick(page, 'What it is', what);
  await panel.getByLabel('Name, as the crew calls it').fill(name);
  await panel.getByLabel('Code on its label').fill(code);
  for (const [label, option] of Object.entries(picks)) await pick(page, label, option);
  for (const [label, value] of Object.entries(fields)) await panel.getByLabel(label).fill(value);
  await panel.getByRole('button', { name: 'Take in' }).click();
  await expect(panel).toHaveCount(0);
  await expect(page.getByRole('button', { name: new RegExp(name) })).toBeVisible();
}
