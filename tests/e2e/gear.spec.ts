import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { expect, type Page } from '@playwright/test';
import { getReady, newCable, pick, sent, step, tabletOf, test, throughTheWedge } from './bench';

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

test('with the network cut a cleaver is taken in, taken in hand and counted; later its blade is due, turned, and set aside elsewhere', async ({
  browser,
}) => {
  test.setTimeout(240_000);
  const [name, code] = [`Spare ${Date.now() % 100_000}`, `C${Date.now() % 100_000}`];
  const cable = await newCable(browser, `GEAR${Date.now()}`, 2);
  const page = await tabletOf(browser, 'heron', 'saltmarsh-heron', 'keeps the app');
  await page.goto(`/proof/${cable}`);
  await page.locator('a[href^="/bench/"]').first().click();
  await expect(page.getByRole('button', { name: 'Begin' })).toBeVisible();
  await page.evaluate(() => navigator.serviceWorker.ready);
  const bench = page.url();
  await page.context().setOffline(true);
  await page.goto('/gear');
  await takeIn(page, 'cleaver', name, code, { Life: '1' });

  // What was said at one place is asked again at another, and what is not bound to a place is not.
  await page.goto(bench);
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
  await page.context().setOffline(false);
  await sent(page);

  // One cleave is this blade's life: it is due, and turned it counts anew.
  await page.goto('/gear');
  const tile = page.getByRole('button', { name: new RegExp(name) });
  await expect(tile).toContainText('1 cleave of 1');
  await expect(tile).toContainText('Turn the blade now.');
  await expect(tile).toContainText('in hand');
  await tile.click();
  await expect(page.getByRole('dialog').getByRole('link')).toHaveCount(1);
  await page.getByRole('button', { name: 'Turned to the next position' }).click();
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(tile).toContainText('position 2 of 16');
  await expect(tile).not.toContainText('Turn the blade now.');
  await sent(page);

  // Another tablet sets it aside: the bench that has it in hand is told without being asked.
  const other = await tabletOf(browser, 'lead', 'saltmarsh-lead');
  await other.goto('/gear');
  await other.getByRole('button', { name: new RegExp(name) }).click();
  const about = other.getByRole('dialog');
  await about.getByRole('button', { name: 'Set aside' }).click();
  await expect(about.getByText(/1 to 500 characters/)).toBeVisible();
  await about.getByLabel('Why', { exact: true }).fill('Chips at every cleave.');
  await about.getByRole('button', { name: 'Set aside' }).click();
  await expect(about.getByText('Set aside: Chips at every cleave.')).toBeVisible();
  await sent(other);
  await page.goto(bench);
  await page.getByRole('button', { name: /^Ready: \d+ open/ }).click();
  await expect(page.getByRole('dialog').locator('li', { hasText: /^cleaver/ })).toHaveAttribute('data-standing', 'not');
  await expect(page.getByText('Set aside: Chips at every cleave.')).toBeVisible();
});

test('a printed label is read by the camera, and a lead says what stops the work', async ({ browser }) => {
  test.setTimeout(180_000);
  const name = `Scanned ${Date.now() % 100_000}`;
  const cable = await newCable(browser, `SCAN${Date.now()}`, 2);
  const page = await tabletOf(browser, 'lead', 'saltmarsh-lead');
  // What stands before the camera: a label as the app prints it, on a table.
  const label = readFileSync(resolve(test.info().file, '../../fixtures/label-SCAN-7.png')).toString('base64');
  await page.addInitScript((picture) => {
    navigator.mediaDevices.getUserMedia = async () => {
      const canvas = Object.assign(document.createElement('canvas'), { width: 640, height: 480 });
      const context = canvas.getContext('2d')!;
      const image = Object.assign(new Image(), { src: `data:image/png;base64,${picture}` });
      await image.decode();
      setInterval(() => {
        context.fillStyle = '#b5a48c';
        context.fillRect(0, 0, 640, 480);
        context.drawImage(image, 180, 90, 280, 280);
      }, 50);
      return canvas.captureStream(15);
    };
  }, label);
  await page.goto('/gear');
  await takeIn(page, 'cleaver', name, 'SCAN-7');
  await sent(page);
  await page.goto(`/proof/${cable}`);
  await page.locator('a[href^="/bench/"]').first().click();
  const panel = await getReady(page, `Closet ${Date.now()}`);
  const line = (title: RegExp) => panel.locator('li', { hasText: title });
  await panel.getByRole('button', { name: 'Scan', exact: true }).click();
  await expect(line(/^cleaver/)).toContainText(name);
  await expect(panel.getByRole('button', { name: 'Scan', exact: true })).toBeVisible();

  // Glasses stop the work as usual; the crew's lead may say that first aid does as well, and takes it back.
  const decided = line(/first aid/).getByRole('button', { name: /the work$|warns$/ });
  await expect(decided).toHaveText('only warns');
  await decided.click();
  await expect(decided).toHaveText('stops the work');
  await decided.click();
  await expect(decided).toHaveText('only warns');
  await panel.getByRole('button', { name: 'Leave this place' }).click();
});
