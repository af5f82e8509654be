// The newcomer's path: what ./rhabdon start says and does. Run by ./rhabdon test door, in a place of its own beside the demo.
import assert from 'node:assert/strict';
import { execFile, execFileSync, spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { request } from 'node:https';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { after, test } from 'node:test';

const door = process.env.RHABDON_DOOR;
const env = { ...process.env };
delete env.RHABDON_DATABASE;
const started = [];
const earlier = join(import.meta.dirname, 'earlier.backup');

const freePort = () =>
  new Promise((found) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => found(port));
    });
  });

/** Starts in a process group of its own, as a terminal does, and waits until it serves. */
function start(args, place = {}) {
  const child = spawn(door, ['start', ...args], { detached: true, env: { ...env, ...place } });
  started.push(child);
  let said = '';
  child.ended = new Promise((ended) => child.on('close', (code) => ended(code)));
  return new Promise((serves, fails) => {
    const hear = (text) => {
      said += text;
      if (said.includes('Ctrl-C stops it.')) serves({ child, said });
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    void child.ended.then((code) => fails(new Error(`start ended with ${code}: ${said}`)));
  });
}

async function interrupt(child) {
  process.kill(-child.pid, 'SIGINT');
  return child.ended;
}

/** Asks the API as a browser does: with its cookies, and the token for writes. */
function asking(address) {
  const cookies = {};
  const keep = (answer) => answer.headers.getSetCookie().forEach((c) => (cookies[c.split('=')[0]] = c.split(';')[0]));
  const headers = () => ({ 'content-type': 'application/json', cookie: Object.values(cookies).join('; ') });
  return async (method, path, body) => {
    const session = await fetch(`${address}/api/v1/session`, { headers: headers() });
    keep(session);
    const forgery = (await session.json()).forgery;
    const answer = await fetch(`${address}${path}`, {
      method,
      headers: { ...headers(), 'X-Rhabdon-Forgery': forgery },
      body: body && JSON.stringify(body),
    });
    keep(answer);
    return answer;
  };
}

async function signedIn(address, signIn, secret) {
  const ask = asking(address);
  assert.equal((await ask('POST', '/api/v1/session', { signIn, secret })).status, 200);
  return ask;
}

function refused(args, place = {}) {
  const { status, stdout, stderr } = spawnSync(door, ['start', ...args], { env: { ...env, ...place }, encoding: 'utf8' });
  assert.notEqual(status, 0);
  const lines = stderr.trim().split('\n');
  assert.equal(lines.length, 1, stdout + stderr);
  return lines[0];
}

after(async () => {
  for (const child of started.filter((c) => c.exitCode === null)) await interrupt(child);
});

test('start serves the demo, says so a second time, and Ctrl-C stops all it started', async () => {
  const port = await freePort();
  const { child, said } = await start(['--port', port]);
  assert.match(said, new RegExp(`Rhabdon is at http://127.0.0.1:${port}`));
  assert.match(said, /heron\s+saltmarsh-heron\s+4403/);
  assert.match(await (await fetch(`http://127.0.0.1:${port}/`)).text(), /<title>Rhabdon/);
  assert.match(refused(['--port', await freePort()]), /already running from this folder/);
  assert.match(refused(['--port', port], { RHABDON_PLACE: `${env.RHABDON_PLACE}other-` }), new RegExp(`port ${port} is taken`));
  assert.equal(await interrupt(child), 0);
  await assert.rejects(fetch(`http://127.0.0.1:${port}/`));
  assert.equal(spawnSync('pgrep', ['-f', `bin/postgres -D .*/${env.RHABDON_PLACE}demo/data`]).status, 1);
});

test('what was backed up while it ran is restored while it runs, and nothing comes of a broken file', async () => {
  const port = await freePort();
  const { child } = await start(['--port', port]);
  const file = join(mkdtempSync(join(tmpdir(), 'rhabdon-door-')), 'all.backup');
  const run = (...args) => spawnSync(door, args, { env, encoding: 'utf8' });
  assert.equal(run('backup', file).status, 0);
  assert.equal(statSync(file).mode & 0o077, 0);
  const tablet = await signedIn(`http://127.0.0.1:${port}`, 'olive', 'saltmarsh-owner');
  const crews = async () => (await (await tablet('GET', '/api/v1/crews')).json()).map((crew) => crew.name);
  assert.equal((await tablet('POST', '/api/v1/crews', { name: 'Dunlin' })).status, 200);
  assert.deepEqual(await crews(), ['Dunlin', 'Heron', 'Sandpiper']);
  writeFileSync(`${file}.broken`, 'not a backup');
  assert.notEqual(run('restore', `${file}.broken`).status, 0);
  // Another program's database is no backup of ours.
  const at = pgOf();
  spawnSync('pg_dump', ['-Fc', '-t', 'crew', '-f', `${file}.foreign`, ...at.args], { env: at.env });
  assert.match(run('restore', `${file}.foreign`).stderr, /is no backup of Rhabdon/);
  assert.deepEqual(await crews(), ['Dunlin', 'Heron', 'Sandpiper']);
  // One that an earlier version made, with an event in it that no version could read until now, under a tablet that goes on writing.
  let isOver = false;
  const writing = (async () => {
    while (!isOver) await tablet('POST', '/api/v1/crews', { name: `Crew ${Math.random()}` }).catch(() => undefined);
  })();
  const { status, stderr } = await new Promise((done) => execFile(door, ['restore', earlier], { env }, (fault, stdout, stderr) => done({ status: fault?.code ?? 0, stderr })));
  isOver = true;
  await writing;
  assert.equal(status, 0, stderr);
  const old = await signedIn(`http://127.0.0.1:${port}`, 'lead', 'saltmarsh-lead');
  const jobs = await (await old('GET', '/api/v1/jobs?find=halls')).json();
  const ladder = await (await old('GET', `/api/v1/cables/${jobs[0].cables[0].id}/ladder`)).json();
  const story = await (await old('GET', `/api/v1/terminations/${ladder.rows[10].near.id}/story`)).json();
  assert.deepEqual(story.lines.map((line) => line.kind), ['planned', 'batched']);
  assert.equal((await old('GET', `/api/v1/jobs/${jobs[0].job.id}/export`)).status, 200);
  assert.equal(run('restore', file).status, 0);
  // Who was signed in is not any more.
  assert.equal((await tablet('GET', '/api/v1/crews')).status, 401);
  const again = await signedIn(`http://127.0.0.1:${port}`, 'olive', 'saltmarsh-owner');
  assert.deepEqual((await (await again('GET', '/api/v1/crews')).json()).map((crew) => crew.name), ['Heron', 'Sandpiper']);
  assert.equal(run('rebuild', '--check').status, 0);
  await interrupt(child);
});

/** How a client of PostgreSQL reaches the running demo's database. */
function pgOf() {
  const found = execFileSync('pgrep', ['-af', `bin/postgres -D .*/${env.RHABDON_PLACE}demo/data`], { encoding: 'utf8' });
  const folder = /-D (\S+)\/data/.exec(found)[1];
  const [, password] = readFileSync(join(folder, 'secrets'), 'utf8').trim().split('\n');
  const port = readFileSync(join(folder, 'data/postmaster.pid'), 'utf8').split('\n')[3];
  return { folder, password, port, args: ['-h', '127.0.0.1', '-p', port, '-U', 'rhabdon_app', 'rhabdon'], env: { ...env, PGPASSWORD: password } };
}

const ready = (port) =>
  fetch(`http://127.0.0.1:${port}/health/ready`).then(
    (answer) => answer.ok,
    () => false,
  );

async function until(what, isTrue) {
  for (let wait = 0; wait < 300; wait++) {
    if (await isTrue()) return;
    await new Promise((later) => setTimeout(later, 200));
  }
  assert.fail(`never came: ${what}`);
}

const pidOf = (pattern) => Number(execFileSync('pgrep', ['-f', '-o', pattern], { encoding: 'utf8' }).trim());

test('a server or database that dies is brought up again, and what a killed start left is taken over', async () => {
  const port = await freePort();
  const { child } = await start(['--port', port]);
  const server = pidOf(`Rhabdon.Server.dll --urls http://127.0.0.1:${port} `);
  process.kill(server, 'SIGKILL');
  await until('the server again', async () => (await ready(port)) && pidOf(`Rhabdon.Server.dll --urls http://127.0.0.1:${port} `) !== server);
  const postmaster = () => pidOf(`bin/postgres -D .*/${env.RHABDON_PLACE}demo/data`);
  const database = postmaster();
  process.kill(database, 'SIGKILL');
  await until('the database gone', async () => !(await ready(port)));
  await until('the database again', () => ready(port));
  assert.notEqual(postmaster(), database);
  // The start itself is killed: server and database go on without it, until the next start takes them over.
  process.kill(child.pid, 'SIGKILL');
  await child.ended;
  assert.equal(await ready(port), true);
  // And a restore beside it, which had shut the old database and not yet put the new one in its place.
  const psql = (name, command) => execFileSync('psql', [...pgOf().args.slice(0, -1), name, '-Atqc', command], { env: pgOf().env, encoding: 'utf8' }).trim();
  psql('postgres', 'create database rhabdon_restoring');
  psql('postgres', 'alter database rhabdon allow_connections false');
  const again = await start(['--port', port]);
  assert.match(again.said, new RegExp(`left behind on port ${port} is stopped`));
  assert.equal(await ready(port), true);
  assert.equal(psql('rhabdon', "select string_agg(datname, ' ' order by datname) from pg_database where datname like 'rhabdon%'"), 'rhabdon');
  await interrupt(again.child);
});

test('its own database asks for a password, which only its owner reads, and the server is no superuser', async () => {
  const port = await freePort();
  const { child } = await start(['--port', port]);
  const { folder, password: secret, port: at } = pgOf();
  assert.equal(statSync(join(folder, 'secrets')).mode & 0o077, 0);
  const psql = (user, password, command) =>
    spawnSync('psql', ['-h', '127.0.0.1', '-p', at, '-U', user, '-d', 'rhabdon', '-Atwc', command], { env: { ...env, PGPASSWORD: password }, encoding: 'utf8' });
  for (const user of ['rhabdon', 'rhabdon_app', 'postgres']) assert.notEqual(psql(user, '', 'select 1').status, 0, user);
  assert.equal(psql('rhabdon_app', secret, "select rolsuper or rolcreaterole from pg_roles where rolname = current_user").stdout.trim(), 'f');
  await interrupt(child);
});

test('--fresh asks first and keeps a backup', async () => {
  assert.match(refused(['--fresh', '--port', await freePort()]), /say --fresh --yes if you mean it/);
  const port = await freePort();
  const { child, said } = await start(['--fresh', '--yes', '--port', port]);
  const [, file] = /What was there is in (\S+\.backup)/.exec(said);
  assert.equal(statSync(join(dirname(door), file)).mode & 0o077, 0);
  await interrupt(child);
  rmSync(join(dirname(door), file));
});

test('an empty start prints a link that makes the first owner, once, and knows no demo sign-in', async () => {
  const port = await freePort();
  const { child, said } = await start(['--empty', '--fresh', '--yes', '--port', port]);
  const [, address, token] = /(http:\S+)\/first-owner#(\S+)/.exec(said);
  const ask = asking(address);
  const send = async (path, body) => (await ask('POST', path, body)).status;
  assert.equal(await send('/api/v1/session', { signIn: 'olive', secret: 'saltmarsh-owner' }), 401);
  const owner = { name: 'Piers Halyard', signIn: 'piers', password: 'a long password', pin: '771904' };
  assert.equal(await send('/api/v1/first-owner', { ...owner, token: 'guessed' }), 403);
  assert.equal(await send('/api/v1/first-owner', { ...owner, pin: '12', token }), 400);
  assert.equal(await send('/api/v1/first-owner', { ...owner, token }), 200);
  assert.equal(await send('/api/v1/first-owner', { ...owner, signIn: 'second', token }), 403);
  assert.equal(await send('/api/v1/session', { signIn: 'piers', secret: '771904' }), 200);
  assert.equal(await interrupt(child), 0);
});

test('with a certificate it serves other machines by https, and never without', async () => {
  assert.match(refused(['--host', '127.0.0.1', '--port', await freePort()]), /needs a certificate/);
  const folder = mkdtempSync(join(tmpdir(), 'rhabdon-door-'));
  const [cert, key] = [join(folder, 'cert.pem'), join(folder, 'key.pem')];
  const subject = ['-subj', '/CN=127.0.0.1', '-days', '2', '-nodes', '-newkey', 'rsa:2048'];
  execFileSync('openssl', ['req', '-x509', ...subject, '-keyout', key, '-out', cert], { stdio: 'ignore' });
  const port = await freePort();
  const { child } = await start(['--host', '127.0.0.1', '--port', port, '--cert', cert, '--key', key]);
  const status = await new Promise((answered, failed) => {
    request({ host: '127.0.0.1', port, path: '/health/ready', rejectUnauthorized: false }, (answer) => answered(answer.statusCode))
      .on('error', failed)
      .end();
  });
  assert.equal(status, 200);
  await interrupt(child);
});

test('each thing missing is said in one clear line', async () => {
  const nowhere = `Host=127.0.0.1;Port=${await freePort()};Username=nobody;Database=none;Timeout=2`;
  const line = refused(['--port', await freePort()], { RHABDON_DATABASE: nowhere });
  assert.match(line, /the server does not start: .*(127\.0\.0\.1|refused)/i);
  assert.match(refused(['--fresh', '--port', await freePort()], { RHABDON_DATABASE: nowhere }), /--fresh only empties the database that start itself made/);
  assert.match(refused(['--port', 'x']), /--port needs a number/);
  for (const [tool, prints, says] of [
    ['node', 'v16.20.2', /Node 16\.20\.2 found; Rhabdon needs 20 or later/],
    ['dotnet', '8.0.100', /\.NET SDK 8\.0\.100 found; Rhabdon needs 10/],
  ]) {
    const folder = mkdtempSync(join(tmpdir(), 'rhabdon-door-'));
    writeFileSync(join(folder, tool), `#!/bin/sh\necho ${prints}\n`);
    chmodSync(join(folder, tool), 0o755);
    assert.match(refused([], { PATH: `${folder}:${env.PATH}` }), says);
  }
});
