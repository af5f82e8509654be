import { expect, test, type Page } from '@playwright/test';

async function signIn(page: Page, name: string, pin: string) {
  await page.goto('/');
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Password or PIN').fill(pin);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible();
}

async function open(page: Page, label: string) {
  await page.getByRole('link', { name: /PH-CS-01/ }).click();
  await page.getByRole('link', { name: label }).click();
}

const done = (page: Page) => page.getByRole('button', { name: 'Done' }).click();

async function step(page: Page, title: RegExp, read?: string) {
  await expect(page.getByRole('heading', { name: title })).toBeVisible();
  if (read !== undefined) await page.locator('.reading input').fill(read);
  await done(page);
}

async function toTheLight(page: Page, strip: string) {
  await step(page, /^Strip to the mark/, strip);
  await page.getByRole('button', { name: '99 %' }).click();
  await page.getByRole('button', { name: 'It held' }).click();
  await step(page, /Into the holder/, '1.2');
  await step(page, /^Cleave to/, '10.1');
  await step(page, /connector is open/);
  await step(page, /first click/);
  await step(page, /second click/);
  await step(page, /Wedge out/);
}

test('a strand goes from parts to accepted, with light seen, a tap and a re-cleave on the way', async ({ page }) => {
  await signIn(page, 'heron', '4403');
  await open(page, 'CS2-B:01');
  await page.getByRole('button', { name: 'Begin' }).click();
  await step(page, /Boot onto the fiber/);
  await step(page, /Mark the buffer 30.0 mm from the tip/);
  await expect(page.getByText('5 bites of 6.0 mm')).toBeVisible();
  await page.locator('.reading input').fill('31.4');
  await expect(page.getByText('bad: outside 29.0 mm to 31.0 mm')).toBeVisible();
  await toTheLight(page, '30.2');
  await page.locator('.choices').getByRole('button', { name: 'Light', exact: true }).click();
  await page.getByRole('button', { name: 'Wedge in, tap, look again' }).click();
  await step(page, /tap the bow once or twice/);
  await step(page, /Wedge out/);
  await page.locator('.choices').getByRole('button', { name: 'Light', exact: true }).click();
  await page.getByRole('button', { name: 'Re-cleave' }).click();
  await expect(page.getByText('485.0 mm')).toBeVisible();
  await step(page, /mark 15.0 mm from the new tip/);
  await toTheLight(page, '15.0');
  await page.getByRole('button', { name: 'No light' }).click();
  await step(page, /Boot home/);
  await step(page, /Wipe the face/);
  await step(page, /All the glass in the bin: 2 pieces/);
  await expect(page.getByRole('heading', { name: 'Accepted. This end is done.' })).toBeVisible();
  await expect(page.getByText('all sent')).toBeVisible();
  await page.getByRole('link', { name: 'The strand’s story' }).click();
  await expect(page.getByText('Chosen: Re-cleave')).toBeVisible();
  await expect(page.getByText('try 3').first()).toBeVisible();
});

test('with the network cut in the middle, taps and a reload lose nothing and every event arrives once', async ({
  page,
  context,
}) => {
  await signIn(page, 'heron', '4403');
  await open(page, 'CS2-B:02');
  await page.getByRole('button', { name: 'Begin' }).click();
  await step(page, /Boot onto the fiber/);
  await expect(page.getByText('all sent')).toBeVisible();
  await page.evaluate(() => navigator.serviceWorker.ready);
  await context.setOffline(true);
  await step(page, /Mark the buffer/);
  await expect(page.getByText('1 saved here')).toBeVisible();
  await page.reload();
  await step(page, /^Strip to the mark/, '29.9');
  await expect(page.getByText('2 saved here')).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText('all sent')).toBeVisible({ timeout: 15_000 });
  const id = page.url().split('/').pop()!;
  const held = await page.evaluate(async (strand) => (await fetch(`/api/v1/terminations/${strand}/bench`)).json(), id);
  expect(held.events.map((event: { body: { kind: string } }) => event.body.kind)).toEqual([
    'planned',
    'begun',
    'step-done',
    'step-done',
    'step-done',
  ]);
});

test('a lead makes a job and a 12-strand cable: 24 ends exist, labeled', async ({ page }) => {
  await signIn(page, 'lead', '4402');
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
