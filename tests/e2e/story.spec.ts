import { expect, type Page } from '@playwright/test';
import { afterLight, at, choose, kinds, newCable, sent, signIn, step, tabletOf, test, throughTheWedge } from './bench';

async function open(page: Page, label: string) {
  await page.keyboard.press('/');
  await page.getByRole('combobox', { name: 'Port, cable, job or recipe' }).fill('ph-cs');
  await page.getByRole('option', { name: /PH-CS-01/ }).click();
  await page.getByRole('link', { name: label }).click();
}

test('a strand goes from parts to accepted, with light seen, a tap and a re-cleave on the way', async ({ page }) => {
  await signIn(page, 'heron', 'saltmarsh-heron');
  await open(page, 'CS2-B:01');
  await page.getByRole('button', { name: 'Begin' }).click();
  await step(page, /Boot onto the fiber/);
  await step(page, /Mark the buffer 30.0 mm from the tip/);
  await expect(page.getByText('5 bites of 6.0 mm')).toBeVisible();
  await step(page, /Buffer off/);
  await at(page, /Coating off/);
  await page.locator('[data-part=reading] input').fill('31.4');
  await expect(page.getByText('bad: outside 29.0 mm to 31.0 mm')).toBeVisible();
  await throughTheWedge(page, '30.2', 'the coating is next');
  await choose(page, /\bLight$/);
  await page.getByRole('button', { name: 'Wedge in, tap, look again' }).click();
  await step(page, /tap the bow once or twice/);
  await step(page, /wedge off/);
  await choose(page, /\bLight$/);
  await page.getByRole('button', { name: 'Re-cleave' }).click();
  await expect(page.getByText('485.0 mm')).toBeVisible();
  await step(page, /mark 15.0 mm from the new tip/);
  await throughTheWedge(page, '15.0');
  await choose(page, /No light/);
  for (const title of afterLight.slice(0, -1)) await step(page, title);
  await step(page, /All the glass in the bin: 2 pieces/);
  await expect(page.getByRole('heading', { name: 'Accepted. This end is done.' })).toBeVisible();
  await sent(page);
  await page.getByRole('link', { name: 'The strand’s story' }).click();
  await expect(page.getByText('Chosen: Re-cleave')).toBeVisible();
  await expect(page.getByText('try 3').first()).toBeVisible();
});

test('with the network cut in the middle, taps and a reload lose nothing and every event arrives once', async ({ browser }) => {
  const cable = await newCable(browser, `CUT${Date.now()}`, 2);
  const page = await tabletOf(browser, 'heron', 'saltmarsh-heron', 'keeps the app');
  const context = page.context();
  await page.goto(`/proof/${cable}`);
  await page.locator('a[href^="/bench/"]').first().click();
  await page.getByRole('button', { name: 'Begin' }).click();
  await step(page, /Boot onto the fiber/);
  // The next step on the screen is the answer that the tap before it is kept.
  await expect(page.getByRole('heading', { name: /Mark the buffer/ })).toBeVisible();
  await sent(page);
  await page.evaluate(() => navigator.serviceWorker.ready);
  await context.setOffline(true);
  await step(page, /Mark the buffer/);
  await expect(page.getByRole('heading', { name: /Buffer off/ })).toBeVisible();
  await expect(page.getByText('1 saved here')).toBeVisible();
  await page.reload();
  await step(page, /Buffer off/);
  await expect(page.getByText('2 saved here')).toBeVisible();
  await context.setOffline(false);
  await sent(page);
  const id = page.url().split('/').pop()!;
  expect(await kinds(page, id)).toEqual(['planned', 'begun', 'step-done', 'step-done', 'step-done']);
  await context.close();
});

test('a lead makes a job and a 12-strand cable: 24 ends exist, labeled', async ({ page }) => {
  await signIn(page, 'lead', 'saltmarsh-lead');
  await page.getByRole('link', { name: 'Plan' }).click();
  await page.getByLabel('Job', { exact: true }).fill('Tower link');
  await page.getByLabel('Customer').fill('Saltmarsh Harbour Trust');
  await page.getByLabel('Site', { exact: true }).fill('Control Tower');
  await page.getByLabel('Crews').click();
  await page.getByTitle('Heron').click();
  await page.keyboard.press('Escape');
  await page.getByLabel('Closet 1').fill('CT1');
  await page.getByLabel('Panel 1', { exact: true }).fill('A');
  await page.getByLabel('Closet 2').fill('PH1');
  await page.getByLabel('Panel 2', { exact: true }).fill('C');
  await page.getByRole('button', { name: 'Make the job' }).click();
  await expect(page.getByRole('heading', { name: 'New cable · Tower link' })).toBeVisible();
  await page.getByLabel('Cable', { exact: true }).fill('CT-PH-01');
  await page.getByLabel('Length', { exact: true }).fill('240 m');
  for (const end of ['Near end', 'Far end']) {
    await page.getByRole('group', { name: end }).getByLabel('Service length').fill('500 mm');
    await page.getByRole('group', { name: end }).getByLabel('Least to reach the panel').fill('300 mm');
  }
  await page.getByRole('button', { name: 'Add the cable' }).click();
  await expect(page.getByText('24 ends')).toBeVisible();
  await expect(page.getByRole('link', { name: 'PH1-C:12' })).toBeVisible();
});
