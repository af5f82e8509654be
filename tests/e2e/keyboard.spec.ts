import { expect, type Locator, type Page } from '@playwright/test';
import { stepByKeys, test } from './bench';

/** More stops than any page has before what is looked for. */
const mostStops = 90;

/** Tabs on until the thing has the focus, as somebody without a pointer does. */
async function tabTo(page: Page, thing: Locator) {
  await thing.waitFor();
  for (let stop = 0; stop < mostStops; stop++) {
    await page.keyboard.press('Tab');
    if (await thing.evaluate((element) => element === document.activeElement)) return;
  }
  throw new Error(`Not reached by ${mostStops} tabs: ${thing}`);
}

async function typeInto(page: Page, field: Locator, text: string) {
  await tabTo(page, field);
  await page.keyboard.type(text);
}

async function press(page: Page, button: Locator) {
  await tabTo(page, button);
  await page.keyboard.press('Enter');
}

test('a whole job by keyboard alone: signed in, planned, an end made and accepted, its story read', async ({ page }) => {
  await page.clock.install();
  await page.goto('/');
  await typeInto(page, page.getByLabel('Name'), 'lead');
  await typeInto(page, page.getByLabel('Password or PIN'), 'saltmarsh-lead');
  await page.keyboard.press('Enter');
  await press(page, page.getByRole('link', { name: 'Plan', exact: true }));

  await typeInto(page, page.getByLabel('Job', { exact: true }), 'Ferry house');
  await typeInto(page, page.getByLabel('Customer'), 'Saltmarsh Harbour Trust');
  await typeInto(page, page.getByLabel('Site', { exact: true }), 'Ferry House');
  await typeInto(page, page.getByRole('combobox', { name: 'Crews' }), 'Heron');
  // Enter takes what is shown: a person waits until it is.
  await page.locator('.ant-select-item-option-active', { hasText: 'Heron' }).waitFor();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  for (const [label, text] of [
    ['Closet 1', 'FH1'],
    ['Panel 1', 'A'],
    ['Closet 2', 'FH2'],
    ['Panel 2', 'A'],
  ] as const)
    await typeInto(page, page.getByLabel(label, { exact: true }), text);
  await press(page, page.getByRole('button', { name: 'Make the job' }));

  await typeInto(page, page.getByLabel('Cable', { exact: true }), 'FH-01');
  await typeInto(page, page.getByLabel('Length', { exact: true }), '40 m');
  for (const end of ['Near end', 'Far end']) {
    const group = page.getByRole('group', { name: end });
    await typeInto(page, group.getByLabel('Service length'), '500 mm');
    await typeInto(page, group.getByLabel('Least to reach the panel'), '300 mm');
  }
  await press(page, page.getByRole('button', { name: 'Add the cable' }));

  await press(page, page.getByRole('link', { name: 'FH1-A:01' }));
  await page.getByRole('button', { name: 'Begin' }).waitFor();
  await page.keyboard.press('Enter');
  const accepted = page.getByRole('heading', { name: 'Accepted. This end is done.' });
  for (let step = 0; step < 40 && !(await accepted.isVisible()); step++) await stepByKeys(page);
  await expect(accepted).toBeVisible();
  await press(page, page.getByRole('link', { name: 'The strand’s story' }));
  await press(page, page.locator('summary', { has: page.locator('visible=true') }).first());
  await expect(page.getByText('Begun by')).toBeVisible();
});
