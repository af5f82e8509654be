import { expect, type Page } from '@playwright/test';
import { at, goWithin, newCable, newCrew, sent, signIn, stepByKeys, tabletOf, takeTogether, test } from './bench';
import { apiOf } from './chromium.mjs';

// As many at a time as there are workers: this file is the longest.
test.describe.configure({ mode: 'parallel' });

// Splice-on on tight buffer is worked to its end where a lot is set aside meanwhile (gear.spec.ts).
const families = [
  { name: 'anaerobic on cordage', strands: 1, recipe: 'A1', build: 'cordage-3.0' },
  { name: 'hot-melt on cordage', strands: 2, recipe: 'H1', build: 'cordage-3.0' },
  { name: 'cam-lock on cordage', strands: 1, recipe: 'M1', build: 'cordage-3.0' },
  { name: 'cam-lock on tight buffer, LC', strands: 1, recipe: 'M2', build: 'tight-buffer-900', connector: 'LC' },
  { name: 'cam-lock in a furcation tube', strands: 1, recipe: 'M3', build: 'furcation-900' },
  { name: 'wedge-lock on cordage', strands: 1, recipe: 'M5', build: 'cordage-3.0' },
  { name: 'wedge-lock, angled', strands: 1, recipe: 'M6', build: 'cordage-3.0', grade: 'OS2', polish: 'APC' },
  { name: 'crimp-lock', strands: 1, recipe: 'M7', build: 'tight-buffer-900', connector: 'ST' },
  { name: 'window-lock on flat drop', strands: 1, recipe: 'M8', build: 'flat-drop', grade: 'OS2' },
  { name: 'anaerobic on tight buffer', strands: 1, recipe: 'A2', build: 'tight-buffer-900', connector: 'ST' },
  { name: 'heat-cure on cordage', strands: 1, recipe: 'E1', build: 'cordage-3.0' },
  { name: 'splice-on on cordage', strands: 2, recipe: 'S1', build: 'cordage-3.0' },
  { name: 'splice-on on slit cordage', strands: 1, recipe: 'S3', build: 'cordage-3.0', grade: 'OS2', polish: 'APC' },
  { name: 'a pigtail spliced on', strands: 1, recipe: 'F1', build: 'tight-buffer-900', grade: 'OS2' },
  { name: 'a mechanical fiber splice', strands: 1, recipe: 'F2', build: 'tight-buffer-900' },
  {
    name: 'a ribbon of twelve, as one',
    strands: 12,
    recipe: 'R1',
    build: 'ribbon-12',
    grade: 'OS2',
    connector: 'MPO',
    polish: 'APC',
    perPort: 12,
  },
];

interface Ladder {
  rows: { near: { id: string; phase: string } }[];
}

const ladderOf = async (page: Page, cable: string): Promise<Ladder> =>
  (await page.request.get(`/api/v1/cables/${cable}/ladder`)).json() as Promise<Ladder>;

const acceptedOf = async (page: Page, cable: string) =>
  (await ladderOf(page, cable)).rows.filter(({ near }) => near.phase === 'verified').length;

/** To the bench of a cable's near ends within the app, one alone or all together. */
async function toTheBench(page: Page, cable: string, strands: number) {
  if (strands > 1) return takeTogether(page, cable, goWithin);
  const [first] = (await ladderOf(page, cable)).rows;
  await goWithin(page, `/bench/${first!.near.id}`);
}

/** Works what is at the bench by keyboard alone, from the kit card to the cap. */
async function workAll(page: Page, cable: string, strands: number) {
  const over = page.getByRole('heading', {
    name: strands > 1 ? `All of this batch is done: ${strands} ends` : 'Accepted. This end is done.',
  });
  while (!(await over.isVisible())) await stepByKeys(page);
  await sent(page);
  expect(await acceptedOf(page, cable)).toBe(strands);
}

/** Half of the families for each worker: those worked one after another share one start of the core. */
const halves = [0, 1].map((half) => families.filter((_, place) => place % 2 === half));

for (const half of halves)
  test(`by keyboard alone: ${half.map(({ recipe }) => recipe).join(', ')}`, async ({ page, browser }) => {
    const cables: string[] = [];
    for (const { strands, name: _, ...by } of half) cables.push(await newCable(browser, by.recipe, strands, by));
    await page.clock.install();
    await apiOf(page.request, 'heron', 'saltmarsh-heron');
    await page.goto('/');
    for (const [place, { name, strands }] of half.entries())
      await test.step(name, async () => {
        await toTheBench(page, cables[place]!, strands);
        await expect(page.getByRole('heading', { name: /Begin by/ })).toBeVisible();
        await workAll(page, cables[place]!, strands);
      });
  });

interface Told {
  ref: { id: string; version: number };
  recipe: { choices?: { id: string; usual: string; options: { id: string; modes?: string[] }[] }[] };
}

/** Of each of a recipe's schools one that is not the usual, as far as this fiber may be worked so. */
const otherSchools = (told: Told, grade = 'OM4') =>
  Object.fromEntries(
    (told.recipe.choices ?? []).flatMap(({ id, usual, options }) => {
      const mode = grade === 'OS2' ? 'single-mode' : 'multimode';
      const other = options.find((option) => option.id !== usual && option.modes?.includes(mode) !== false);
      return other ? [[id, other.id]] : [];
    }),
  );

test.describe('in another school, by checkpoints only', () => {
  let crew = '';
  let person = { signIn: '', password: '' };
  // Each worker has a crew of its own.
  test.beforeAll(async ({ browser }) => {
    const made = await newCrew(browser);
    const { owner } = made;
    crew = made.crew;
    person = made;
    const { recipes } = (await owner.get('/recipes')) as { recipes: Told[] };
    for (const { recipe, grade } of families) {
      const [latest] = recipes.filter(({ ref }) => ref.id === recipe).sort((a, b) => b.ref.version - a.ref.version);
      await owner.put(`/crews/${crew}/techniques/${recipe}`, { options: otherSchools(latest!, grade) });
    }
  });

  for (const half of halves)
    test(half.map(({ recipe }) => recipe).join(', '), async ({ page, browser }) => {
      const countOf = (strands: number) => (strands === 12 ? 12 : 1);
      const cables: string[] = [];
      for (const { strands, name: _, ...by } of half)
        cables.push(await newCable(browser, `${by.recipe}-OTHER`, countOf(strands), { ...by, crews: [crew] }));
      await page.clock.install();
      await apiOf(page.request, person.signIn, person.password);
      await page.goto('/');
      for (const [place, { name, strands }] of half.entries())
        await test.step(name, async () => {
          await toTheBench(page, cables[place]!, countOf(strands));
          await expect(page.getByRole('heading', { name: /Begin by/ })).toBeVisible();
          // The pace that this person chose stays from one cable to the next.
          if (place === 0) await page.keyboard.press('c');
          await expect(page.getByRole('button', { name: 'Checkpoints only' })).toBeVisible();
          await workAll(page, cables[place]!, countOf(strands));
        });
    });
});

test('a lead reads a recipe, changes the crew’s technique, and what begins then follows it', async ({ page, browser }) => {
  const cable = await newCable(browser, 'SCHOOL', 1, { recipe: 'A1', build: 'cordage-3.0' });
  await signIn(page, 'lead', 'saltmarsh-lead');
  await page.getByRole('link', { name: 'Recipes' }).click();
  await page.getByRole('link', { name: /Anaerobic on 3.0 mm cordage/ }).click();
  await page.getByRole('radio', { name: 'As the recipe gives it' }).check();
  await expect(page.getByText('aramid 7.0 mm beyond the jacket', { exact: true })).toBeVisible();
  const buffer = page.getByRole('row', { name: /^Mark the buffer/ });
  await expect(buffer).toContainText(/16\.0 mm\s*from the jacket's edge/);
  await page.getByRole('radio', { name: 'Everything from the tip' }).check();
  await expect(buffer).toContainText(/19\.0 mm\s*from the tip/);
  await page.getByRole('radio', { name: 'Alcohol of 91 % or better' }).check();
  await expect(page.getByText('Wipe the glass two or three times')).toBeVisible();
  const heron = await tabletOf(browser, 'heron', 'saltmarsh-heron');
  await heron.goto(`/proof/${cable}`);
  await heron.locator('a[href^="/bench/"]').first().click();
  await heron.getByRole('button', { name: 'Begin' }).click();
  await expect(heron.getByRole('heading', { name: /Boot, then crimp sleeve/ })).toBeVisible();
  await heron.keyboard.press('1');
  for (const title of [/Mark the jacket/, /Score at the mark/, /one cut at 28.0 mm/]) {
    await expect(heron.getByRole('heading', { name: title })).toBeVisible();
    await heron.keyboard.press('Enter');
  }
  await expect(heron.getByRole('heading', { name: /Mark the buffer at 19.0 mm/ })).toBeVisible();
  await heron.context().close();
  await page.getByRole('radio', { name: 'As the recipe gives it' }).check();
  await page.getByRole('radio', { name: 'Dry wipe' }).check();
  await expect(buffer).toContainText(/16\.0 mm\s*from the jacket's edge/);
  // Two choices in one breath: the second keeps the first.
  await expect
    .poll(async () => {
      const read = await (await page.request.get('/api/v1/recipes/A1/document')).json();
      return read.choices.map((c: { id: string; chosen: string }) => `${c.id}=${c.chosen}`);
    })
    .toEqual(expect.arrayContaining(['measure=given', 'clean=dry']));
});

test('whoever is in two crews of a job that work a recipe differently is asked once by whose technique', async ({
  page,
  browser,
}) => {
  const tag = Date.now().toString(36);
  const context = await browser.newContext();
  const owner = await apiOf(context.request, 'olive', 'saltmarsh-owner');
  const [dunlin, turnstone] = [
    await owner.post('/crews', { name: `Dunlin ${tag}` }),
    await owner.post('/crews', { name: `Turnstone ${tag}` }),
  ];
  const person = await owner.post('/people', {
    name: 'Rae Shingle',
    signIn: `shingle-${tag}`,
    role: 'installer',
    password: 'saltmarsh-shingle',
    crew: dunlin.id,
  });
  await owner.post(`/crews/${turnstone.id}/members`, { person: person.id, from: '2026-01-01' });
  await owner.put(`/crews/${turnstone.id}/techniques/A1`, { options: { measure: 'tip' } });
  await context.close();
  const cable = await newCable(browser, 'WHOSE', 2, { recipe: 'A1', build: 'cordage-3.0', crews: [dunlin.id, turnstone.id] });
  await signIn(page, `shingle-${tag}`, 'saltmarsh-shingle');
  await page.goto(`/proof/${cable}`);
  await page.locator('a[href^="/bench/"]').first().click();
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByRole('dialog', { name: 'By whose technique?' })).toBeVisible();
  await page.getByRole('button', { name: `Turnstone ${tag}` }).click();
  await at(page, /Boot, then crimp sleeve/);
  await page.goto(`/proof/${cable}`);
  await page.locator('a[href^="/bench/"]').nth(2).click();
  await page.getByRole('button', { name: 'Begin' }).click();
  await at(page, /Boot, then crimp sleeve/);
  await expect(page.getByRole('dialog')).toHaveCount(0);
});
