// A mixed load of directors and players, more and more of them, until it goes no faster: requests a second, how long they take, and what each
// of the programs works for a request. Called by bench/nodes load, or alone with the demonstration: node bench/load.mjs http://127.0.0.1:8250
// With packets=1 a director has a packet of the whole band made beside it, a new one as soon as one is ready.
import { execFileSync } from 'node:child_process';
import { comeIn } from './come-in.mjs';

const [base, ...rest] = process.argv.slice(2);
const options = Object.fromEntries(rest.map((text) => text.split('=')));
const seconds = Number(options.seconds ?? 8);
const steps = (options.users ?? '1,2,4,8,16,32').split(',').map(Number);
const percent = (of, share) => (of.length === 0 ? '–' : [...of].sort((a, b) => a - b)[Math.min(of.length - 1, Math.floor(share * of.length))].toFixed(0));
const ask = (path, { headers = {}, ...more } = {}) => fetch(base + path, { redirect: 'manual', signal: AbortSignal.timeout(30000), ...more, headers: { Origin: base, ...headers } });
const director = await comeIn(ask, 'director');
const player = await comeIn(ask, 'player');
const grid = await (await ask('/record/grid', { headers: { cookie: director.cookie } })).text();
const list = grid.match(/data-list="([^"]+)"/)[1];
const chairs = [...grid.matchAll(/<tr id="r-([^"]+)"/g)].map((match) => match[1]);
const keys = [...grid.matchAll(/data-key="([^"]+)"/g)].map((match) => match[1].replaceAll('&#039;', "'"));
const stand = await (await ask(`/stand?line=${encodeURIComponent('concert F major, eighths')}`, { headers: { cookie: player.cookie } })).text();
const data = JSON.parse(stand.match(/id="stand-data">([^<]+)</)[1]);
const built = (await (await ask('/desk')).text()).match(/\/build\/app-[^"]+\.js/)[0];
let number = 0;
const any = (of) => of[Math.floor(Math.random() * of.length)];
const line = () => `concert ${any(['C', 'F', 'Bb', 'Eb', 'Ab', 'Db', 'G', 'D', 'A', 'E'])} ${any(['major', 'natural minor', 'dorian', 'harmonic minor'])}, ${any(['1 octave', '2 octaves', 'thirds'])}, eighths, quarter = ${50 + Math.floor(Math.random() * 90)}`;
const form = (who, fields) => ({ method: 'POST', headers: { cookie: who.cookie, 'X-Form-Token': who.token, 'X-Press': crypto.randomUUID(), 'HX-Request': 'true', 'Content-Type': 'application/x-www-form-urlencoded' }, body: new URLSearchParams(fields) });
// Shares of what a school does in a lesson and at home; our own guess, written down so that it can be changed.
const mix = [
  [30, 'desk', () => ask(`/desk?line=${encodeURIComponent(line())}&for=${any(['clarinet-bb', 'flute', 'trumpet-bb', 'alto-sax', 'trombone'])}`, { headers: { cookie: director.cookie } })],
  [15, 'today', () => ask('/today', { headers: { cookie: player.cookie } })],
  [10, 'stand', () => ask(`/stand?line=${encodeURIComponent(line())}`, { headers: { cookie: player.cookie } })],
  [20, 'result', () => ask('/stand/results', { method: 'POST', headers: { cookie: player.cookie, 'X-Form-Token': player.token, 'X-Press': crypto.randomUUID(), 'Content-Type': 'application/json' }, body: JSON.stringify({ who: data.who, sent: Date.now(), results: [{ id: crypto.randomUUID(), chair: data.chair, line: data.key, step: 'ladder', bpm: 72, unit: '1/4', clean: true, at: Date.now() - 5000, seconds: 20, remark: '' }] }) })],
  [10, 'pass', () => ask('/record/enter', form(director, { list, chair: any(chairs), requirement: any(keys), result: 'passed', tempo: '' }))],
  [5, 'grid', () => ask('/record/grid', { headers: { cookie: director.cookie } })],
  [10, 'static', () => ask(built)],
];
const all = mix.reduce((sum, [share]) => sum + share, 0);
const pick = () => {
  let at = (number * 61.8) % all;
  number += 1;
  return mix.find(([share]) => (at -= share) < 0) ?? mix[0];
};
/** A packet for the band, begun and waited for as a page on the screen does; seconds until it was ready, and its pages. */
async function packet() {
  const begun = performance.now();
  const asked = await ask('/packets', { method: 'POST', headers: { cookie: director.cookie, 'Content-Type': 'application/x-www-form-urlencoded' }, body: new URLSearchParams({ _token: director.token, _press: crypto.randomUUID(), title: `Packet ${Math.random()}`, line: `concert ${any(['F', 'Bb', 'Eb', 'Ab'])} major, eighths, quarter = ${50 + Math.floor(Math.random() * 90)}`, for: 'flute' }) });
  const where = asked.headers.get('location').replace(/^https?:\/\/[^/]+/, '');
  for (;;) {
    const progress = await (await ask(`${where}/progress`, { headers: { cookie: director.cookie } })).text();
    const ready = progress.match(/Ready: (\d+) pages/);
    if (ready || performance.now() - begun > 300000) {
      const took = (performance.now() - begun) / 1000;
      // Then everybody opens his page.
      const files = [...new Set(progress.match(/\/packets\/[^"]+\/files\/\d+/g) ?? [])];
      const read = await Promise.all(files.map(async (file) => {
        const answer = await ask(file, { headers: { cookie: director.cookie } });
        return answer.status === 200 && (await answer.arrayBuffer()).byteLength > 200;
      }));
      return [took, Number(ready?.[1] ?? 0), read.filter(Boolean).length, files.length];
    }
    await new Promise((done) => { setTimeout(done, 1000); });
  }
}
/** Seconds of work of the programs, by their name; of whole trees of processes. */
const worked = () => {
  const sums = {};
  const lines = execFileSync('ps', ['-eo', 'pid,cputimes,comm,args', '--no-headers'], { encoding: 'utf8', maxBuffer: 16e6 }).split('\n');
  for (const text of lines) {
    const [pid, , name] = text.trim().split(/\s+/);
    const kind = /php-fpm/.test(name) ? 'php' : /nginx/.test(name) ? 'nginx' : /postgres/.test(name) ? 'postgres' : /engraver\/server/.test(text) ? 'engraver' : Number(pid) === process.pid ? 'load' : null;
    if (kind) {
      try {
        const stat = execFileSync('cat', [`/proc/${pid}/stat`], { encoding: 'utf8' }).split(') ')[1].split(' ');
        // With those children that have ended.
        sums[kind] = (sums[kind] ?? 0) + (Number(stat[11]) + Number(stat[12]) + (kind === 'postgres' ? Number(stat[13]) + Number(stat[14]) : 0)) / 100;
      } catch {
        // it has ended meanwhile
      }
    }
  }
  return sums;
};
console.log('| users at once | requests a second | p50 ms | p95 | p99 | failed | work for a request, ms: php | engraver | postgres | nginx |\n| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |');
for (const users of steps) {
  const took = [];
  const kinds = {};
  let failed = 0;
  const until = performance.now() + 1000 * seconds;
  const before = worked();
  const begun = performance.now();
  const packets = [];
  const making = options.packets ? (async () => {
    while (performance.now() < until) {
      packets.push(await packet());
    }
  })() : null;
  await Promise.all(Array.from({ length: users }, async () => {
    while (performance.now() < until) {
      const [, kind, request] = pick();
      const from = performance.now();
      try {
        const answer = await request();
        await answer.arrayBuffer();
        // A line that does not lie on an instrument is said to be so, and is no failure.
        if (answer.status >= 400 && !(answer.status === 422 && kind === 'stand')) {
          failed += 1;
        }
      } catch {
        failed += 1;
      }
      took.push(performance.now() - from);
      (kinds[kind] ??= []).push(performance.now() - from);
    }
  }));
  const spent = (performance.now() - begun) / 1000;
  const after = worked();
  const each = (kind) => ((1000 * ((after[kind] ?? 0) - (before[kind] ?? 0))) / took.length).toFixed(1);
  console.log(`| ${users} | ${(took.length / spent).toFixed(0)} | ${percent(took, 0.5)} | ${percent(took, 0.95)} | ${percent(took, 0.99)} | ${failed} | ${each('php')} | ${each('engraver')} | ${each('postgres')} | ${each('nginx')} |`);
  if (making) {
    await making;
    console.log(`beside it ${packets.length} packets: ${packets.map(([took, pages, read, files]) => `${pages} pages in ${took.toFixed(0)} s (${read} of ${files} files opened)`).join(', ')}`);
  }
  if (users === steps.at(-1) || options.kinds) {
    console.log(`by kind, median and p95: ${Object.entries(kinds).map(([kind, of]) => `${kind} ${percent(of, 0.5)} / ${percent(of, 0.95)}`).join(', ')}; the load itself took ${each('load')} ms of work a request`);
  }
}
