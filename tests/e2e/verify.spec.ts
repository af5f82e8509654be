import { expect } from '@playwright/test';
import { pick, signIn, tabletOf, test } from './bench';

const face = (name: string) => `${test.info().file.replace(/[^/]+$/, '')}faces/${name}.png`;

test.beforeEach(async ({ page }) => {
  await signIn(page, 'heron', 'saltmarsh-heron');
  await page.getByRole('link', { name: 'Verify', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'End face', exact: true })).toBeVisible();
});

test('a picture of a face: the verdict in words, why, what next; picture and marks point at each other', async ({ page }) => {
  await page.getByLabel('Choose or drop a picture').setInputFiles(face('pitted'));
  await expect(page.getByRole('heading', { name: /^Fails: pit in [AB]$/ })).toBeVisible();
  await expect(page.getByText('Do next')).toBeVisible();
  await expect(page.getByText('Never look into a fiber.')).toBeVisible();
  const first = page.getByRole('list', { name: 'Each mark as its share of its own limit' }).getByRole('button').first();
  await first.click();
  await expect(first).toHaveAttribute('aria-pressed', 'true');
  await expect(page.locator('[data-part=face] .mark.picked text')).toHaveText('1');
  await page.keyboard.press('z');
  await expect(page.locator('[data-part=face] .zone')).toHaveCount(4);
});

test('the same picture under other limits, another picture, and blinking between the two', async ({ page }) => {
  await page.getByLabel('Choose or drop a picture').setInputFiles(face('pitted'));
  await expect(page.getByRole('heading', { name: /^Fails/ })).toBeVisible();
  await pick(page, 'Limits', 'single-mode PC');
  await expect(page.getByRole('row', { name: /B cladding/ })).toContainText('3 > 3');
  await page.getByLabel('Choose or drop a picture').setInputFiles(face('clean'));
  await expect(page.getByRole('heading', { name: 'Passes' })).toBeVisible();
  await page.keyboard.press('v');
  await expect(page.getByText('the one before', { exact: true })).toBeVisible();
});

test('what is no picture is refused, and what was shown stays', async ({ page }) => {
  await page.getByLabel('Choose or drop a picture').setInputFiles(face('clean'));
  await expect(page.getByRole('heading', { name: 'Passes' })).toBeVisible();
  await page
    .getByLabel('Choose or drop a picture')
    .setInputFiles({ name: 'face.png', mimeType: 'image/png', buffer: Buffer.from('this is text') });
  await expect(page.getByRole('alert')).toContainText('Send a PNG, JPEG or BMP');
  await expect(page.getByRole('heading', { name: 'Passes' })).toBeVisible();
});

test('a lead confirms the limits against the buyer’s edition, and everyone sees which', async ({ page, browser }) => {
  await expect(page.getByText(/limits unconfirmed/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Confirm', exact: true })).toHaveCount(0);
  const lead = await tabletOf(browser, 'lead', 'saltmarsh-lead');
  await lead.goto('/verify');
  await pick(lead, 'Limits', 'single-mode APC');
  await lead.getByRole('button', { name: 'Confirm', exact: true }).click();
  await lead.getByRole('button', { name: 'They are the same' }).click();
  await expect(lead.getByRole('alert')).toContainText('compared with');
  await lead.getByLabel('Compared with').fill('the harbor trust’s 2021 edition');
  await lead.getByRole('button', { name: 'They are the same' }).click();
  await expect(lead.getByText('limits confirmed against the harbor trust’s 2021 edition by Lena Tidewater')).toBeVisible();
  await page.reload();
  await expect(page.getByText(/limits unconfirmed/)).toBeVisible();
  await pick(page, 'Limits', 'single-mode APC');
  await expect(page.getByText(/limits confirmed against/)).toBeVisible();
  await lead.context().close();
});

test('a buyer’s own limits: begun from those that ship, refused with the reason, published, and graded by without a network', async ({
  browser,
}) => {
  const lead = await tabletOf(browser, 'lead', 'saltmarsh-lead', 'keeps the app');
  const paper = Date.now() % 1_000_000;
  await lead.goto('/verify');
  await pick(lead, 'Limits', 'single-mode PC');
  await lead.getByRole('button', { name: "Make a buyer's own" }).click();
  await lead.getByRole('button', { name: 'Publish version 1' }).click();
  await expect(lead.getByText('Needed.').first()).toBeVisible();
  await lead.getByLabel('Name').fill(`Quay line ${paper}`);
  await lead.getByLabel('Taken from').fill('Quay line’s paper 3');
  for (const band of [2, 1]) await lead.getByRole('button', { name: `B, Defects ${band}: Remove` }).click();
  // What is typed is kept 0.3 s after the last keystroke.
  await lead.waitForTimeout(600);
  await lead.reload();
  await pick(lead, 'Limits', 'single-mode PC');
  await lead.getByRole('button', { name: "Make a buyer's own" }).click();
  await expect(lead.getByText('What you had typed is here again.')).toBeVisible();
  await lead.getByRole('button', { name: 'Publish version 1' }).click();
  await expect(lead.getByTitle(`Quay line ${paper}`)).toBeVisible();
  await lead.getByLabel('Choose or drop a picture').setInputFiles(face('pitted'));
  await expect(lead.getByRole('row', { name: /B cladding/ })).toContainText('none');
  await expect(lead.getByRole('heading', { name: /^Fails: pit in B$/ })).toBeVisible();
  await lead.context().setOffline(true);
  await lead.getByLabel('Choose or drop a picture').setInputFiles(face('pitted'));
  await expect(lead.getByText(/graded on this tablet/)).toBeVisible({ timeout: 60_000 });
  await expect(lead.getByRole('row', { name: /B cladding/ })).toContainText('none');
  await expect(lead.getByRole('heading', { name: /^Fails: pit in B$/ })).toBeVisible();
  await lead.context().setOffline(false);
  await lead.close();
});

test('a flat ferrule’s row: the fiber that decides first, each of the others at a tap', async ({ page }) => {
  await page.getByLabel('12 fibers in a row').check();
  await page.getByLabel('Choose or drop a picture').setInputFiles(face('row').replace(/png$/, 'jpg'));
  await expect(page.getByText('The row fails')).toBeVisible();
  await expect(page.getByRole('list', { name: 'Fibers, from left to right' }).getByRole('button')).toHaveCount(12);
  await expect(page.getByRole('button', { name: 'Fiber 3: Fails: pit in B' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('heading', { name: 'Fails: pit in B' })).toBeVisible();
  await page.getByRole('button', { name: /^Fiber 7: Clean/ }).click();
  await expect(page.getByRole('heading', { name: 'Clean and look again' })).toBeVisible();
  await page.getByRole('button', { name: 'Fiber 12: Passes' }).click();
  await expect(page.getByRole('heading', { name: 'Passes', exact: true })).toBeVisible();
  await page.getByLabel('Choose or drop a picture').setInputFiles(face('dark'));
  await expect(page.getByRole('alert')).toContainText('0 of 12 fibers found');
  await expect(page.getByRole('heading', { name: 'Passes' })).toBeVisible();
});
