import { expect } from '@playwright/test';
import { at, done, kinds, newCable, sent, signIn, step, test } from './bench';

test('a full tablet says so, and the step stays to be done', async ({ page, browser }) => {
  const cable = await newCable(browser, 'FULL', 1);
  await signIn(page, 'heron', 'saltmarsh-heron');
  await page.goto(`/proof/${cable}`);
  await page.getByRole('link', { name: /WS1-A:01/ }).click();
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByRole('heading', { name: /Boot onto/ })).toBeVisible();
  await sent(page);
  const store = page.workers().find((worker) => worker.url().includes('benchWorker'))!;
  await store.evaluate(() => {
    const kept = IDBObjectStore.prototype.add;
    IDBObjectStore.prototype.add = function () {
      throw new DOMException('no room', 'QuotaExceededError');
    };
    Object.assign(globalThis, { makeRoom: () => (IDBObjectStore.prototype.add = kept) });
  });
  await done(page);
  await expect(page.getByText('The tablet’s storage is full').or(page.getByText("The tablet's storage is full"))).toBeVisible();
  await expect(page.getByRole('heading', { name: /Boot onto/ })).toBeVisible();
  await store.evaluate(() => (globalThis as unknown as { makeRoom: () => void }).makeRoom());
  await done(page);
  await expect(page.getByRole('heading', { name: /Mark/ })).toBeVisible();
});

test('a bench whose core does not start says so, and opens once it can be had', async ({ page, browser }) => {
  const cable = await newCable(browser, 'NOCORE', 1);
  await signIn(page, 'heron', 'saltmarsh-heron');
  await page.route('**/core/dotnet.js', (route) => route.abort());
  await page.goto(`/proof/${cable}`);
  await page.getByRole('link', { name: /WS1-A:01/ }).click();
  await expect(page.getByRole('alert')).toContainText('The bench does not start');
  await page.unroute('**/core/dotnet.js');
  await page.goBack();
  await page.getByRole('link', { name: /WS1-A:01/ }).click();
  await expect(page.getByRole('button', { name: 'Begin' })).toBeVisible();
});

test('a double tap does the step once, and says nothing of the second', async ({ page, browser }) => {
  const cable = await newCable(browser, 'DOUBLE', 1);
  await signIn(page, 'heron', 'saltmarsh-heron');
  await page.goto(`/proof/${cable}`);
  await page.getByRole('link', { name: /WS1-A:01/ }).click();
  await page.getByRole('button', { name: 'Begin' }).click();
  await at(page, /Boot onto/);
  await page.getByRole('button', { name: 'Done', exact: true }).evaluate((button: HTMLElement) => {
    button.click();
    button.click();
  });
  await at(page, /Mark/);
  await sent(page);
  await expect(page.getByRole('alert')).toHaveCount(0);
  expect(await kinds(page, page.url().split('/').pop()!)).toEqual(['planned', 'begun', 'step-done']);
});

test('a store that the browser emptied is told, and the bench goes on from the server', async ({ page, browser }) => {
  const cable = await newCable(browser, 'CLEAR', 1);
  await signIn(page, 'heron', 'saltmarsh-heron');
  await page.goto(`/proof/${cable}`);
  await page.getByRole('link', { name: /WS1-A:01/ }).click();
  await page.getByRole('button', { name: 'Begin' }).click();
  await step(page, /Boot onto/);
  await expect(page.getByRole('heading', { name: /Mark/ })).toBeVisible();
  await sent(page);
  await page.goto('/outbox');
  await expect(page.getByText('Everything has been sent.')).toBeVisible();
  await page.evaluate(
    () =>
      new Promise((gone) => {
        indexedDB.deleteDatabase('rhabdon').onsuccess = gone;
        indexedDB.deleteDatabase('rhabdon').onblocked = gone;
      }),
  );
  await page.goto(`/proof/${cable}`);
  await expect(page.getByText('This browser has emptied the tablet')).toBeVisible();
  await page.getByRole('link', { name: /WS1-A:01/ }).click();
  await expect(page.getByRole('heading', { name: /Mark/ })).toBeVisible();
});

test('a refused entry is marked, says why, and does not hold up the others', async ({ page, browser }) => {
  const cable = await newCable(browser, 'REFUSE', 1);
  await signIn(page, 'heron', 'saltmarsh-heron');
  await page.route('**/api/v1/events', async (route) => {
    const answer = await route.fetch();
    const answers = await answer.json();
    const refused = { ...answers[0], status: 422, says: 'The strand stood at another step.' };
    await route.fulfill({ response: answer, json: [refused, ...answers.slice(1)] });
  });
  await page.goto(`/proof/${cable}`);
  await page.getByRole('link', { name: /WS1-A:01/ }).click();
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByText('1 refused')).toBeVisible();
  await page.getByText('1 refused').click();
  await expect(page.getByText('The strand stood at another step.')).toBeVisible();
  await page.unroute('**/api/v1/events');
  await page.getByRole('button', { name: /^Send entry \d+ again/ }).click();
  await expect(page.getByText('Everything has been sent.')).toBeVisible();
});
