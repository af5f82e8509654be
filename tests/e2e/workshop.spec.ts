import AxeBuilder from '@axe-core/playwright';
import { expect } from '@playwright/test';
import { writeFileSync } from 'node:fs';
import { choose, newCable, signIn, step, tabletOf, test } from './bench';

test('a lead breaks a recipe, sees the fault at its field, mends it, publishes, compares and confirms', async ({ page }) => {
  await signIn(page, 'lead', 'saltmarsh-lead');
  await page.goto('/recipes/M7');
  await expect(page.getByRole('heading', { name: 'Does glass meet glass?' })).toBeVisible();
  const version = Number(
    /M7 v(\d+)/.exec(
      await page
        .getByText(/M7 v\d/)
        .first()
        .innerText(),
    )![1],
  );
  await page.getByRole('button', { name: 'Edit' }).click();
  const publish = page.getByRole('button', { name: 'Publish as a new version' });
  await expect(publish).toBeEnabled();
  const buffer = page.getByRole('group', { name: /Cut buffer/ }).getByLabel('Length');
  await expect(buffer).toHaveValue('40 mm');
  await buffer.fill('4 mm');
  await expect(page.getByText('Faults: 1')).toBeVisible();
  await expect(page.getByRole('group', { name: 'Cleave' }).locator('em')).toContainText('4 mm');
  await expect(publish).toBeDisabled();
  await buffer.fill('forty');
  await expect(page.getByRole('group', { name: /Cut buffer/ }).locator('em')).toContainText('A length is text with its unit');
  await buffer.fill('41 mm');
  await expect(page.getByText('No faults')).toBeVisible();
  await expect(page.getByText('glass stripped 41.0 mm')).toBeVisible();
  expect(
    (await new AxeBuilder({ page }).analyze()).violations.filter((v) => v.impact === 'serious' || v.impact === 'critical'),
  ).toEqual([]);
  await publish.click();
  await expect(page.getByText(`M7 v${version + 1}`)).toBeVisible();
  await page.getByRole('button', { name: `Compare v${version} with v${version + 1}` }).click();
  const change = page.getByRole('row', { name: /cuts\[buffer\]\.length/ });
  await expect(change).toContainText('40 mm');
  await expect(change).toContainText('41 mm');
  await page.getByLabel('Maker’s sheet, issue').fill('issue 3');
  await page.getByRole('button', { name: `Confirm v${version + 1} against the sheet` }).click();
  await expect(page.getByText(/compared with sheet issue 3 by Lena Tidewater/)).toBeVisible();
});

test('a recipe file from another house is imported on screen and worked by at the bench', async ({ page, browser }, info) => {
  await signIn(page, 'lead', 'saltmarsh-lead');
  const file = await page.evaluate(async () => (await fetch('/api/v1/recipes/M4/file')).json());
  file.recipe = {
    ...file.recipe,
    id: 'HOUSE-9',
    title: { en: 'Wedge-lock of another house' },
    ladder: { id: 'house-9', version: 0 },
  };
  file.recipe.cuts[0].length = '1 1/4 in';
  file.ladder.id = 'house-9';
  const path = info.outputPath('house-9.json');
  writeFileSync(path, JSON.stringify(file));
  await page.goto('/recipes');
  await page.getByLabel('Import a recipe file').setInputFiles(path);
  await page.getByRole('button', { name: 'Publish as a new version' }).click();
  await expect(page.getByRole('heading', { name: /HOUSE-9 · Wedge-lock of another house/ })).toBeVisible();
  const cable = await newCable(browser, 'HOUSE', 1, { recipe: 'HOUSE-9' });
  const heron = await tabletOf(browser, 'heron', 'saltmarsh-heron');
  await heron.goto(`/proof/${cable}`);
  await heron.locator('a[href^="/bench/"]').first().click();
  await heron.getByRole('button', { name: 'Begin' }).click();
  await step(heron, /Boot onto/);
  await step(heron, /Mark the buffer 31.75 mm from the tip/);
  await step(heron, /Buffer off/);
  await step(heron, /Coating off/, '31.8');
  await choose(heron, /99 %/);
  await heron.context().close();
});

test('a file that is no recipe, or none at all, says so and loses nothing', async ({ page }, info) => {
  await signIn(page, 'lead', 'saltmarsh-lead');
  await page.goto('/recipes');
  const path = info.outputPath('picture.json');
  writeFileSync(path, 'not a recipe');
  await page.getByLabel('Import a recipe file').setInputFiles(path);
  await expect(page.getByRole('alert')).toContainText('picture.json is no JSON file');
  await page.goto('/recipes/edit');
  await expect(page.getByText('Open a recipe and choose Edit, or import a file.')).toBeVisible();
});

test('the template of several recipes is a PDF and its SVG draws the fifty-millimeter bar', async ({ page }) => {
  await signIn(page, 'heron', 'saltmarsh-heron');
  await page.goto('/recipes');
  await page.getByLabel('Put M1 on the template').check();
  await page.getByLabel('Put A1 on the template').check();
  const link = page.getByRole('link', { name: 'Template of 2 (PDF)' });
  const pdf = await page.request.get((await link.getAttribute('href'))!);
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
  await page.goto('/api/v1/recipes/template.svg?recipes=M1,A1');
  // A millimeter is 96 / 25.4 pixels of CSS (CSS Values and Units 3).
  const bar = await page.locator('line[data-mark="bar"]').evaluate((line) => line.getBoundingClientRect().width);
  expect(Math.abs(bar - (50 * 96) / 25.4)).toBeLessThan(0.8);
});
