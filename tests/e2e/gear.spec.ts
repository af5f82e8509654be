import { expect, type Page } from '@playwright/test';
import { newCable, pick, sent, signIn, step, tabletOf, test, throughTheWedge } from './bench';

/** Takes a tool or a lot in for the crew. */
async function takeIn(page: Page, what: string, name: string, code: string, fields: Record<string, string> = {}) {
  await page.getByRole('button', { name: 'Take in' }).click();
  const panel = page.getByRole('dialog');
  await pick(page, 'What it is', what);
  await panel.getByLabel('Name, as the crew calls it').fill(name);
  await panel.getByLabel('Code on its label').fill(code);
  for (const [label, value] of Object.entries(fields)) await panel.getByLabel(label).fill(value);
  await panel.getByRole('button', { name: 'Take in' }).click();
  await expect(panel).toHaveCount(0);
  await expect(page.getByRole('button', { name: new RegExp(name) })).toBeVisible();
}

/** Says where one works, and answers every open question of the ready check. */
async function getReady(page: Page, place: string) {
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

test('a cleaver is taken in, taken in hand by its code and counted; its blade is due, turned, and set aside under a batch', async ({
  page,
  browser,
}) => {
  const [name, code] = [`Cleaver ${Date.now() % 100_000}`, `C${Date.now() % 100_000}`];
  const cable = await newCable(browser, `GEAR${Date.now()}`, 2);
  await signIn(page, 'heron', 'saltmarsh-heron');
  await page.goto('/gear');
  await takeIn(page, 'cleaver', name, code, { Life: '1' });

  // What was said at one place is asked again at another, and what is not bound to a place is not.
  await page.goto(`/proof/${cable}`);
  await page.locator('a[href^="/bench/"]').first().click();
  const bench = page.url();
  const panel = await getReady(page, 'Closet PH1');
  const line = (title: RegExp) => panel.locator('li', { hasText: title });
  await line(/fiber is dark/)
    .getByRole('button', { name: 'It is so' })
    .click();
  await line(/glasses/)
    .getByRole('button', { name: 'It is so' })
    .click();
  await expect(line(/glasses/)).toHaveAttribute('data-standing', 'stands');
  await expect(panel.getByText(/must stand before you begin/)).toBeVisible();
  await panel.getByRole('button', { name: 'Leave this place' }).click();
  await panel.getByLabel('Where are you? Room or closet').fill('Closet CS2');
  await panel.getByRole('button', { name: 'Work here' }).click();
  await expect(line(/glasses/)).toHaveAttribute('data-standing', 'stands');
  await expect(line(/fiber is dark/)).toHaveAttribute('data-standing', 'lapsed');
  await line(/fiber is dark/)
    .getByRole('button', { name: 'It is so' })
    .click();
  await line(/Sharps bin/)
    .getByRole('button', { name: 'It is so' })
    .click();
  await expect(panel.getByText(/You may begin/)).toBeVisible();

  // A code that nothing has is told; the cleaver's own takes it in hand.
  await panel.getByLabel('Type or scan a code').fill('nothing');
  await page.keyboard.press('Enter');
  await expect(panel.getByText('Nothing that this work needs has the code nothing.')).toBeVisible();
  await panel.getByLabel('Type or scan a code').fill(code.toLowerCase());
  await page.keyboard.press('Enter');
  await expect(line(/^cleaver/)).toContainText(name);
  await panel.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'Begin' }).click();
  await step(page, /Boot onto the fiber/);
  await step(page, /Mark the buffer/);
  await throughTheWedge(page, '30.2');
  await sent(page);

  // One cleave is this blade's life: it is due, and turned it counts anew.
  await page.goto('/gear');
  const tile = page.getByRole('button', { name: new RegExp(name) });
  await expect(tile).toContainText('Turn the blade now.');
  await expect(tile).toContainText('in hand');
  await tile.click();
  await expect(page.getByRole('dialog').getByRole('link', { name: /PH|WS|:01/ })).toBeVisible();
  await page.getByRole('button', { name: 'Turned to the next position' }).click();
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(tile).toContainText('position 2 of 16');
  await expect(tile).not.toContainText('Turn the blade now.');

  // Another tablet sets it aside: the bench that has it in hand is told without being asked.
  await sent(page);
  await page.goto(bench);
  await expect(page.getByRole('button', { name: /^Ready: \d+ open/ })).toBeVisible();
  const other = await tabletOf(browser, 'lead', 'saltmarsh-lead');
  await other.goto('/gear');
  await other.getByRole('button', { name: new RegExp(name) }).click();
  await other.getByRole('button', { name: 'Set aside' }).click();
  await expect(other.getByText(/1 to 500 characters/)).toBeVisible();
  await other.getByLabel('Why', { exact: true }).fill('Chips at every cleave.');
  await other.getByRole('button', { name: 'Set aside' }).click();
  await expect(other.getByRole('dialog').getByText('Set aside: Chips at every cleave.')).toBeVisible();
  await sent(other);
  await page.reload();
  await page.getByRole('button', { name: /^Ready: \d+ open/ }).click();
  await expect(page.getByRole('dialog').locator('li', { hasText: /^cleaver/ })).toHaveAttribute('data-standing', 'not');
  await expect(page.getByText('Set aside: Chips at every cleave.')).toBeVisible();
});

test('with the network cut a tool is taken in, taken in hand and used, and all of it is sent later', async ({ browser }) => {
  const code = `Q${Date.now() % 100_000}`;
  const cable = await newCable(browser, `GEARCUT${Date.now()}`, 2);
  const page = await tabletOf(browser, 'lead', 'saltmarsh-lead', 'keeps the app');
  await page.goto('/gear');
  await expect(page.getByRole('button', { name: 'Take in' })).toBeVisible();
  await page.goto(`/proof/${cable}`);
  await page.locator('a[href^="/bench/"]').first().click();
  await expect(page.getByRole('button', { name: 'Begin' })).toBeVisible();
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.context().setOffline(true);
  const bench = page.url();
  await page.goto('/gear');
  await takeIn(page, 'cleaver', `Spare ${code}`, code);
  await page.goto(bench);
  const panel = await getReady(page, 'Closet PH1');
  await panel.getByLabel('Type or scan a code').fill(code);
  await page.keyboard.press('Enter');
  await expect(panel.locator('li', { hasText: /^cleaver/ })).toContainText(`Spare ${code}`);
  await panel.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'Begin' }).click();
  await step(page, /Boot onto the fiber/);
  await step(page, /Mark the buffer/);
  await throughTheWedge(page, '30.2');
  await page.context().setOffline(false);
  await sent(page);
  await page.goto('/gear');
  await expect(page.getByRole('button', { name: new RegExp(`Spare ${code}`) })).toContainText('1 cleave of 1000');
});
