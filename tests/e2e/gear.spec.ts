import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { expect } from '@playwright/test';
import {
  getReady,
  goWithin,
  newCable,
  sent,
  step,
  stepByKeys,
  tabletOf,
  takeIn,
  takeTogether,
  test,
  throughTheWedge,
} from './bench';

test('with the network cut a cleaver is taken in, taken in hand and counted; later its blade is due, turned, and set aside elsewhere', async ({
  browser,
}) => {
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
  // What was counted outlasts the page with no network.
  const spare = page.getByRole('button', { name: new RegExp(name) });
  await page.goto('/gear');
  await expect(spare).toContainText('1 cleave of 1');
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
  await expect(page.getByRole('dialog').getByText('Set aside: Chips at every cleave.')).toBeVisible();
});

test('a printed label is read by the camera, and a lead says what stops the work', async ({ browser }) => {
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

test('a calibration lapses by a change of place; a lot set aside is told under a running batch; at its end it is told what it used', async ({
  browser,
}) => {
  const tag = Date.now() % 100_000;
  const cable = await newCable(browser, `STOCK${tag}`, 2, { recipe: 'S2', build: 'tight-buffer-900' });
  const page = await tabletOf(browser, 'heron', 'saltmarsh-heron');
  await page.clock.install();
  await page.goto('/gear');
  await takeIn(page, 'splicer', `Splicer ${tag}`, `SP${tag}`);
  await takeIn(page, 'connectors', `Box ${tag}`, `K${tag}`, { 'How much of it there is': '10' }, { 'Type of connector': 'SC' });
  await expect(page.getByRole('button', { name: new RegExp(`Box ${tag}`) })).toContainText('10 of 10 left');
  await takeTogether(page, cable, goWithin);
  const batch = new URL(page.url()).pathname;

  // Checked in one room, the splicer is to be checked again in the next.
  const panel = await getReady(page, `Room A${tag}`);
  const splicer = panel.locator('li', { hasText: /^splicer/ });
  for (const code of [`SP${tag}`, `K${tag}`]) {
    await panel.getByLabel('Type or scan a code').fill(code);
    await page.keyboard.press('Enter');
    await expect(panel.getByLabel('Type or scan a code')).toHaveValue('');
  }
  await expect(splicer).toContainText('Not checked yet.');
  await goWithin(page, '/gear');
  await page.getByRole('button', { name: new RegExp(`Splicer ${tag}`) }).click();
  await page.getByRole('button', { name: 'Checked: good' }).click();
  await page.getByRole('button', { name: 'Close' }).click();
  await goWithin(page, batch);
  await page.getByRole('button', { name: /^Ready/ }).click();
  await expect(splicer).toHaveAttribute('data-standing', 'stands');
  await panel.getByRole('button', { name: 'Close' }).click();
  await getReady(page, `Room B${tag}`);
  for (const code of [`SP${tag}`, `K${tag}`]) {
    await panel.getByLabel('Type or scan a code').fill(code);
    await page.keyboard.press('Enter');
    await expect(panel.getByLabel('Type or scan a code')).toHaveValue('');
  }
  await expect(splicer).toHaveAttribute('data-standing', 'lapsed');
  await expect(splicer).toContainText('It came to another place: check it again.');
  await panel.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: /^Begin strands/ }).click();
  await stepByKeys(page);
  await sent(page);

  // Another tablet sets the lot aside: the bench that works with it says so by itself.
  const lead = await tabletOf(browser, 'lead', 'saltmarsh-lead');
  await lead.goto('/gear');
  await lead.getByRole('button', { name: new RegExp(`Box ${tag}`) }).click();
  await lead.getByLabel('Why', { exact: true }).fill('Two of six broke inside.');
  await lead.getByRole('button', { name: 'Set aside', exact: true }).click();
  await expect(page.getByRole('alert').filter({ hasText: `Box ${tag}` })).toContainText('Set aside: Two of six broke inside.');
  await lead.getByLabel('Why', { exact: true }).fill('The store found nothing.');
  await lead.getByRole('button', { name: 'Release' }).click();
  await expect(page.getByRole('alert').filter({ hasText: `Box ${tag}` })).toHaveCount(0);

  // What was not done anew is used as the recipe says.
  const over = page.getByRole('heading', { name: 'All of this batch is done: 2 ends' });
  while (!(await over.isVisible())) await stepByKeys(page);
  const used = page.getByRole('row', { name: /^connectors/ });
  await expect(used).toContainText('2');
  await sent(page);
  await goWithin(page, '/gear');
  await expect(page.getByRole('button', { name: new RegExp(`Box ${tag}`) })).toContainText('8 of 10 left');
});
