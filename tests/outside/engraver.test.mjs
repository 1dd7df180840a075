// The engraving service with its threads: the same drawings as Verovio gives when it is asked in this very process, whoever asks beside it.
import assert from 'node:assert/strict';
import { execFileSync, spawn } from 'node:child_process';
import net from 'node:net';
import path from 'node:path';
import { after, before, test } from 'node:test';
import { openEngraver } from '../../engraver/engrave.mjs';

const root = path.resolve(import.meta.dirname ?? path.dirname(new URL(import.meta.url).pathname), '../..');
const token = 'a word of the tests';
let port;
let server;
const shown = (...given) => execFileSync('php', ['bin/console', ...given, '--format=musicxml'], { cwd: root, encoding: 'utf8', maxBuffer: 64e6 });
const page = shown('study:show', 'concert Eb major, thirds, eighths', '--for=horn-f');
const score = shown('study:score', 'concert Ab major, thirds, eighths', '--for=flute,oboe,clarinet-bb,bass-clarinet,alto-sax,tenor-sax,trumpet-bb,horn-f,trombone,euphonium-bc,tuba-bbb');
const ask = (body, { width = 18000, headers = {}, word = token } = {}) => fetch(`http://127.0.0.1:${port}/engrave?width=${width}`, { method: 'POST', body, headers: { 'x-engraver-token': word, ...headers } });
const free = () => new Promise((found) => {
  const probe = net.createServer().listen(0, '127.0.0.1', () => {
    const { port: one } = probe.address();
    probe.close(() => found(one));
  });
});

before(async () => {
  port = await free();
  server = spawn('node', [path.join(root, 'engraver/server.mjs')], { env: { ...process.env, ENGRAVERS: '2', ENGRAVER_PORT: String(port), ENGRAVER_TOKEN: token }, stdio: ['ignore', 'pipe', 'ignore'] });
  await new Promise((up) => { server.stdout.once('data', up); });
});
after(() => server.kill());

test('the threads draw what Verovio draws, each of them and every time', async () => {
  const here = await openEngraver();
  const wanted = [page, score].map((one) => here.engrave(one, 18000));
  const answers = await Promise.all([page, page, score, page, page].map(async (one) => [one, await (await ask(one)).json()]));
  for (const [one, drawn] of answers) {
    assert.deepEqual(drawn, wanted[one === page ? 0 : 1]);
  }
});

test('a page waits for no score that is made in the background', async () => {
  const ended = [];
  const note = async (name, asked) => {
    assert.equal((await asked).status, 200);
    ended.push(name);
  };
  const scores = [1, 2, 3].map((k) => note('score', ask(score, { width: 18000 + k, headers: { 'x-engraver-for': 'background' } })));
  await new Promise((done) => { setTimeout(done, 50); });
  await note('page', ask(page));
  await note('page', ask(page, { width: 17000 }));
  await Promise.all(scores);
  assert.equal(ended.at(-1), 'score', 'the last score comes last');
  assert.ok(ended.lastIndexOf('page') < ended.lastIndexOf('score'), `pages between: ${ended}`);
  assert.ok(ended.filter((name, k) => name === 'score' && k < ended.lastIndexOf('page')).length <= 1, `at most one score was done before both pages: ${ended}`);
});

test('whoever gives up is not worked for, and the others are', async () => {
  const given = Array.from({ length: 6 }, () => {
    const control = new AbortController();
    const asked = fetch(`http://127.0.0.1:${port}/engrave?width=18000`, { method: 'POST', body: score, headers: { 'x-engraver-token': token }, signal: control.signal }).catch(() => 'gone');
    setTimeout(() => control.abort(), 60);
    return asked;
  });
  assert.deepEqual(new Set(await Promise.all(given)), new Set(['gone']));
  assert.equal((await ask(page)).status, 200);
  for (let k = 0; k < 100; k += 1) {
    if (/ 0 in hand, 0 waiting/.test(await (await fetch(`http://127.0.0.1:${port}/health`)).text())) {
      return;
    }
    await new Promise((done) => { setTimeout(done, 50); });
  }
  assert.fail('it still works for those who have gone');
});

test('what it cannot draw is said, and it goes on', async () => {
  assert.equal((await ask(page, { word: 'another' })).status, 403);
  assert.equal((await ask(page, { width: 12 })).status, 400);
  assert.equal((await ask('<score-partwise', {})).status, 422);
  assert.equal((await ask('x'.repeat(4 * 1024 * 1024 + 1))).status, 413);
  assert.match(await (await fetch(`http://127.0.0.1:${port}/health`)).text(), /^ready 4\.5\.1/);
  assert.equal((await ask(page)).status, 200);
});
