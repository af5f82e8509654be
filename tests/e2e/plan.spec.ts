import { expect } from '@playwright/test';
import { newCable, sent, tabletOf, test } from './bench';

test('methods stand side by side with why the others do not do; what to load comes with spares, and is ticked off', async ({
  browser,
}) => {
  const cable = await newCable(browser, `PLAN${Date.now()}`, 12, { recipe: 'M2', connector: 'LC' });
  const page = await tabletOf(browser, 'lead', 'saltmarsh-lead');
  await page.goto('/methods');
  const column = (name: RegExp) => page.getByRole('columnheader', { name });
  await expect(column(/Anaerobic/)).toBeVisible();
  await expect(column(/Splice-on/)).toBeVisible();

  // An angled face is not polished by hand: those ways are out, and say so.
  await page.getByRole('combobox', { name: 'Polish' }).click();
  await page.getByTitle('APC', { exact: true }).click();
  await expect(column(/Anaerobic/)).toHaveCount(0);
  await page.getByText('Why the others do not do').click();
  await expect(page.getByText(/An angled face is not polished by hand/).first()).toBeVisible();

  // With more ends each way costs more in all.
  const total = page
    .getByRole('row', { name: /^For all of it/ })
    .getByRole('cell')
    .first();
  const before = await total.innerText();
  await page.getByRole('slider').focus();
  await page.keyboard.press('End');
  await expect(total).not.toHaveText(before);

  // The near ends of a cable are made by another way, and what to load follows it.
  const { job } = await (await page.request.get(`/api/v1/cables/${cable}/ladder`)).json();
  await page.goto(`/job/${job}`);
  await page.getByRole('link', { name: 'Which method' }).click();
  await expect(page.getByRole('combobox', { name: 'Which ends' })).toBeVisible();
  await expect(page.getByRole('row', { name: /^For these ends/ })).toContainText('as planned');
  await page
    .getByRole('button', { name: /^Make them by Splice-on/ })
    .first()
    .click();
  await expect(page.getByRole('status').filter({ hasText: /^These ends are now made by Splice-on/ })).toBeVisible();
  await sent(page);
  const ends = (await (await page.request.get(`/api/v1/jobs/${job}/ends`)).json()) as { end: string; recipe: string }[];
  expect(ends.map((one) => [one.end, one.recipe])).toEqual([
    ['near', expect.stringMatching(/^S/)],
    ['far', 'M2'],
  ]);

  await page.goto(`/job/${job}`);
  await page.getByRole('link', { name: 'What to load' }).click();
  const part = page.getByRole('listitem').filter({ hasText: 'LC · Cam-lock' });
  await expect(part).toContainText(/12 and \d+ spare/);
  await expect(part).toContainText('By room: WS2: 12');
  await part.getByRole('checkbox').check();
  await expect(page.getByText(/^1 of \d+ loaded$/)).toBeVisible();
  await page.reload();
  await expect(page.getByText(/^1 of \d+ loaded$/)).toBeVisible();

  // Surer is more.
  const taken = Number(await part.locator('b').first().innerText());
  await page.getByRole('combobox', { name: 'Sure to be enough' }).click();
  await page.getByTitle('in 99 of 100 jobs').click();
  await expect.poll(async () => Number(await part.locator('b').first().innerText())).toBeGreaterThan(taken);
  const table = await page.request.get(`/api/v1/jobs/${job}/kit.csv`);
  expect(await table.text()).toContain('what,take,why,here,bring,note,rooms');
});
