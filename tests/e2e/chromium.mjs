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
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByLabel('Password or PIN').fill(pin);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('heading', { name: 'Today' }).waitFor();
}

const m4 = { build: 'tight-buffer-900', grade: 'OM4', connector: 'SC', polish: 'UPC', recipe: 'M4', perPort: 1 };

/** The API as one person uses it; whoever's request it is, is then that person. */
export async function apiOf(request, signIn, secret) {
  const get = async (path) => (await request.get(`/api/v1${path}`)).json();
  const send = async (method, path, data) => {
    const headers = { 'X-Rhabdon-Forgery': (await get('/session')).forgery };
    const answer = await request.fetch(`/api/v1${path}`, { method, headers, data });
    if (!answer.ok()) throw new Error(`${path}: ${await answer.text()}`);
    return answer.status() === 204 ? undefined : answer.json();
  };
  const post = (path, data) => send('POST', path, data);
  await post('/session', { signIn, secret });
  return { get, post, put: (path, data) => send('PUT', path, data) };
}

/** A job with one cable, by the API; gives the cable's id. The lead's own, or for the crews that an owner names. */
export async function makeCable(request, name, strands, { crews, ...by } = {}) {
  const { build, grade, ...end } = { ...m4, ...by };
  const { get, post } = await (crews ? apiOf(request, 'olive', 'saltmarsh-owner') : apiOf(request, 'lead', 'saltmarsh-lead'));
  const [crew] = await get('/crews');
  const job = await post('/jobs', {
    name: `Job ${name}`,
    customer: 'Saltmarsh Harbour Trust',
    site: 'Workshop',
    timeZone: 'America/Halifax',
    labelPattern: `${name} {closet}-{panel}:{port:00}${end.perPort > 1 ? '.{position}' : ''}`,
    panels: ['WS1', 'WS2'].map((closet) => ({ closet, name: 'A', ports: strands })),
    crews: crews ?? [crew.id],
  });
  const { panels } = await get(`/jobs/${job.id}`);
  const [near, far] = panels.map(({ id }) => ({ panel: id, firstPort: 1, service: '500 mm', least: '300 mm', ...end }));
  return (await post(`/jobs/${job.id}/cables`, { name, build, grade, strands, length: '90 m', near, far })).id;
}
