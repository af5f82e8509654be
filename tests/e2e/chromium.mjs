// Debian's headless Chromium, and who sits at it, as every test, picture and benchmark here begins.
export const launch = {
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};

/** Signs in as one of the demo's people. */
export async function signIn(page, name, pin) {
  await page.goto('/');
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Password or PIN').fill(pin);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('heading', { name: 'Today' }).waitFor();
}
