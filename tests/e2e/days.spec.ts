import { expect } from '@playwright/test';
import { newCable, newCrew, pick, sent, tabletOf, test } from './bench';

test('a job of 96 ends by two methods is planned, a task dragged, a person lost for days; the other tablet’s Today follows', async ({
  browser,
}) => {
  const { crew, signIn, password, owner } = await newCrew(browser);
  const other = `bo-${signIn}`;
  await owner.post('/people', { name: 'Bo Curlew', role: 'installer', crew, signIn: other, password });
  const cable = await newCable(browser, `DAYS${Date.now()}`, 48, { recipe: 'M2', connector: 'LC', crews: [crew] });
  const { job } = await owner.get(`/cables/${cable}/ladder`);
  // Work at any hour of any day: the test runs at any.
  const { days } = await owner.get(`/crews/${crew}/days`);
  const always = { ...days, hours: { from: '00:00:00', to: '23:59:00' }, break: null, weekdays: [0, 1, 2, 3, 4, 5, 6] };
  await owner.put(`/crews/${crew}/days`, { version: 0, days: always });

  // The near ends by another method; what to load is ticked off.
  const page = await tabletOf(browser, 'olive', 'saltmarsh-owner');
  await page.goto(`/methods?job=${job}`);
  await page
    .getByRole('button', { name: /^Make them by Splice-on/ })
    .first()
    .click();
  await expect(page.getByRole('status').filter({ hasText: /^These ends are now made by Splice-on/ })).toBeVisible();
  await sent(page);
  await page.goto(`/kit/${job}`);
  await page.getByRole('listitem').getByRole('checkbox').first().check();

  // What it will cost, and what it would be offered for.
  await page.goto(`/cost/${job}`);
  await expect(page.getByRole('row', { name: /^Splice-on/ })).toContainText('48');
  const quote = await page.request.get(`/api/v1/jobs/${job}/quote.pdf`);
  expect((await quote.body()).subarray(0, 5).toString()).toBe('%PDF-');

  // Planned at once, looked for better, stopped, kept.
  await page.goto(`/days/${crew}`);
  await page.getByRole('button', { name: 'Plan the days' }).click();
  await expect(page.getByText('All is done by')).toBeVisible();
  const stop = page.getByRole('button', { name: 'Stop: take this' });
  const keepThem = page.getByRole('button', { name: 'Keep these days' });
  await expect(stop.or(keepThem)).toBeVisible();
  if (await stop.isVisible()) await stop.click();
  await keepThem.click();
  await expect(page.getByRole('button', { name: 'Replan what is ahead' })).toBeVisible();
  await expect(page.getByText(/have no place/)).toHaveCount(0);

  const theirs = await tabletOf(browser, signIn, password);
  const mine = theirs.locator('[data-part=my-day]');
  await expect(mine.getByRole('link', { name: /DAYS/ }).first()).toBeVisible();
  const now = theirs.getByRole('region', { name: 'To do now' });
  await expect(now.getByText('Planned for you now')).toBeVisible();

  // A task is dragged to the other person's row: it stays there, and what breaks is said.
  const bars = (who: string) => page.getByRole('button', { name: new RegExp(`${who}, from`) });
  const from = (await bars('Kit Curlew').first().boundingBox())!;
  const to = (await bars('Bo Curlew').first().boundingBox())!;
  const count = await bars('Bo Curlew').count();
  await page.mouse.move(from.x + 10, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(from.x + 20, to.y + 20, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByLabel('It stays here')).toBeChecked();
  await expect(bars('Bo Curlew')).toHaveCount(count + 1);
  await expect(page.getByText(/Bo Curlew is still at/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Drop changes' }).click();
  await expect(bars('Bo Curlew')).toHaveCount(count);
  await page.getByRole('button', { name: 'Close' }).click();

  // Who is away does nothing then: it is told, planned anew, and told to their tablet without being asked.
  await page.getByRole('button', { name: 'Hours, people, rooms' }).click();
  const panel = page.getByRole('dialog');
  const away = panel.getByRole('region', { name: 'Who is away' });
  await away.getByRole('button', { name: 'Somebody is away' }).click();
  await pick(page, 'Who', 'Kit Curlew');
  const last = new Date(Date.now() + 3 * 86_400_000).toISOString().slice(0, 10);
  await away.getByLabel('First day away').fill(days.from);
  await away.getByLabel('Last day away').fill(last);
  await panel.getByRole('button', { name: 'Use these' }).click();
  await expect(panel).toHaveCount(0);
  await expect(page.getByText('Kit Curlew is away then.').first()).toBeVisible();
  await page.getByRole('button', { name: 'Replan what is ahead' }).click();
  await expect(page.getByText('Kit Curlew is away then.')).toHaveCount(0);
  await expect(stop.or(keepThem)).toBeVisible();
  if (await stop.isVisible()) await stop.click();
  await keepThem.click();
  await expect(page.getByRole('button', { name: 'Replan what is ahead' })).toBeVisible();
  await expect(mine).toHaveCount(0);
  await expect(now.getByText('Planned for you now')).toHaveCount(0);

  const file = await (await page.request.get(`/api/v1/crews/${crew}/days.ics`)).text();
  expect(file).toContain('BEGIN:VEVENT');
  expect(file).not.toContain('Kit Curlew');
});
