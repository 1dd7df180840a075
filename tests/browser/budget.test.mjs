// Work is done for everybody in turn: who has had his share of a minute waits in the web server's queue, and is not refused.
import assert from 'node:assert/strict';
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import http from 'node:http';
import os from 'node:os';
import path from 'node:path';
import { after, before, test } from 'node:test';

const root = path.resolve(import.meta.dirname, '../..');
const port = Number(process.env.TEST_PORT) + 40;
const folder = mkdtempSync(path.join(os.tmpdir(), 'swift-reed-budget-'));
let server;

/** Asks from one of this machine's own addresses, 127.0.0.n: each is an address of its own. */
function ask(from, where, { method = 'GET', body = '', signal } = {}) {
  const begun = performance.now();
  return new Promise((done, failed) => {
    const headers = body ? { 'Content-Type': 'application/x-www-form-urlencoded', 'Content-Length': body.length, Origin: `http://127.0.0.1:${port}` } : {};
    const request = http.request({ host: '127.0.0.1', port, path: where, method, localAddress: from, headers, signal }, (answer) => {
      let text = '';
      answer.on('data', (more) => { text += more; });
      answer.on('end', () => done({ status: answer.statusCode, seconds: (performance.now() - begun) / 1000, headers: answer.headers, text }));
    });
    request.on('error', failed);
    request.end(body);
  });
}

before(async () => {
  // A house like the other, in which an address has a tenth of a second of work in a minute.
  // Its processes have groups of their own: whoever ends the house ends them, too.
  const leave = 'for one in "${web_processes[@]}"; do end_group "$one" TERM; done; exit';
  const script = `. bin/common.sh; start_web ${port} ${folder}/web 2; trap '${leave}' TERM; wait`;
  server = spawn('bash', ['-c', script], {
    cwd: root, detached: true, stdio: 'ignore', env: { ...process.env, BUDGET_OF_AN_ADDRESS: '0.1', PUBLIC_URL: `http://127.0.0.1:${port}` },
  });
  for (let tries = 0; tries < 100; tries += 1) {
    const there = await ask('127.0.0.1', '/health').catch(() => null);
    if (there?.status === 200) {
      return;
    }
    await new Promise((done) => { setTimeout(done, 200); });
  }
  throw new Error('the web server did not start');
});
after(() => process.kill(-server.pid, 'SIGTERM'));

test('who has had his share is served one after the other; another address is served at once', async () => {
  const greedy = '127.0.0.41';
  for (const key of ['C', 'D', 'E', 'F', 'G', 'A', 'B', 'Db']) {
    await ask(greedy, `/desk?line=concert+${key}+major,+2+octaves&for=flute`);
  }
  const many = await Promise.all(Array.from({ length: 10 }, () => ask(greedy, '/desk?line=own+C+major&for=flute')));
  assert.deepEqual([...new Set(many.map((one) => one.status))], [200], 'nobody is refused');
  assert.ok(many.every((one) => one.text.includes('</html>')));
  const waited = many.map((one) => one.seconds).sort((one, other) => one - other);
  assert.ok(waited[9] > 2, `ten of them at three a second: the last waited ${waited[9]} s`);
  const other = await ask('127.0.0.42', '/desk?line=own+C+major&for=flute');
  assert.equal(other.status, 200);
  assert.ok(other.seconds < waited[9], 'somebody else does not wait behind them');
});

test('what is sent from a form comes through the queue as it was sent', async () => {
  const answer = await ask('127.0.0.41', '/sign-in', { method: 'POST', body: new URLSearchParams({ name: 'Nobody Here', phrase: 'not my pass phrase' }).toString() });
  assert.equal(answer.status, 401);
  assert.match(answer.text, /Nobody Here/);
});

test('more than can wait is told so in a sentence', async () => {
  const enough = new AbortController();
  const asked = Array.from({ length: 170 }, () => ask('127.0.0.41', '/keys', { signal: enough.signal }).catch(() => null));
  const soon = new Promise((done) => { setTimeout(done, 6000, null); });
  const many = await Promise.all(asked.map((one) => Promise.race([one, soon])));
  enough.abort(); // those who still wait would be served
  const refused = many.filter((one) => one?.status === 429);
  assert.ok(refused.length > 0 && refused.length < 70, `${refused.length} of 170`);
  assert.match(refused[0].text, /Too much at once/);
  assert.equal(refused[0].headers['retry-after'], '60');
});
