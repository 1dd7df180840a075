// What users see while something is taken away: three who read and two who save, without a pause. Used by bench/nodes and bench/apart; the latter
// calls it: node bench/under-load.mjs ADDRESS NAME SECONDS COMMAND KEPT, where COMMAND takes something away and KEPT prints the names of what is kept.
import { spawn, execFileSync } from 'node:child_process';
import path from 'node:path';
import { comeIn } from './come-in.mjs';

const pause = (ms) => new Promise((done) => { setTimeout(done, ms); });
export const percent = (of, share) => (of.length === 0 ? '–' : [...of].sort((a, b) => a - b)[Math.min(of.length - 1, Math.floor(share * of.length))].toFixed(0));
export const fields = (values) => ({ method: 'POST', redirect: 'manual', headers: { 'Content-Type': 'application/x-www-form-urlencoded' }, body: new URLSearchParams(values) });

/**
 * @param {(path: string, options?: object) => Promise<Response>} ask
 * @param {{cookie: string, token: string}} who
 * @param {() => Promise<void>} during takes something away
 * @param {(marked: string) => string} kept the names of the saved studies that begin with what is given, one on a line
 */
export async function underLoad(ask, who, name, seconds, during, kept) {
  const mine = (options = {}) => ({ ...options, headers: { ...options.headers, cookie: who.cookie } });
  const seen = { ok: 0, failed: [], took: [], saved: [], told: 0, unread: 0 };
  let running = true;
  const marked = `${name} ${Date.now()}`;
  const reader = async () => {
    while (running) {
      const begun = performance.now();
      try {
        const answer = await ask(`/desk?line=${encodeURIComponent(`concert F major, quarter = ${40 + Math.floor(100 * Math.random())}`)}&for=clarinet-bb`, mine());
        const text = await answer.text();
        if (answer.status < 500 && text.includes('</html>')) {
          seen.ok += 1;
          seen.unread += text.includes('away-banner') ? 1 : 0;
          seen.took.push(performance.now() - begun);
        } else {
          seen.failed.push([performance.now(), answer.status]);
        }
      } catch (error) {
        seen.failed.push([performance.now(), error.cause?.code ?? error.name]);
      }
    }
  };
  const saver = async (k) => {
    for (let i = 0; running; i += 1) {
      const what = `${marked} ${k} ${i}`;
      try {
        const answer = await ask('/folder', { ...fields({ _token: who.token, _press: crypto.randomUUID(), name: what, line: 'concert F major', for: 'flute' }), headers: { ...fields({}).headers, cookie: who.cookie } });
        if (answer.status === 303) {
          seen.saved.push(what);
        } else {
          seen.failed.push([performance.now(), `save ${answer.status}`]);
        }
      } catch (error) {
        seen.failed.push([performance.now(), `save ${error.cause?.code ?? error.name}`]);
      }
      await pause(50);
    }
  };
  const all = [reader(), reader(), reader(), saver(1), saver(2)];
  await pause(1500);
  const gone = performance.now();
  await during();
  await pause(1000 * seconds);
  running = false;
  await Promise.all(all);
  await pause(500);
  const there = new Set(kept(marked).split('\n').map((text) => text.trim()));
  const lost = seen.saved.filter((what) => !there.has(what)).length;
  const times = seen.failed.map(([at]) => (at - gone) / 1000).filter((at) => at > -0.1);
  const kinds = {};
  seen.failed.forEach(([, kind]) => { kinds[kind] = (kinds[kind] ?? 0) + 1; });
  const longest = Math.max(...seen.took) / 1000;
  console.log(`${name}: ${seen.ok} pages (median ${percent(seen.took, 0.5)} ms, p99 ${percent(seen.took, 0.99)}, longest ${longest.toFixed(1)} s)${seen.unread ? `, ${seen.unread} of them with the sentence that the database is away` : ''}, ${seen.failed.length} not answered ${JSON.stringify(kinds)}${times.length ? `, the last ${Math.max(...times).toFixed(1)} s after` : ''}; saves acknowledged ${seen.saved.length}, lost ${lost}`);
}

if (process.argv[1] === path.join(import.meta.dirname, 'under-load.mjs')) {
  const [, , base, name, seconds, command, kept] = process.argv;
  const ask = (where, options = {}) => fetch(base + where, { redirect: 'manual', signal: AbortSignal.timeout(30000), ...options, headers: { Origin: base, ...options.headers } });
  const run = (text) => new Promise((done) => { spawn('bash', ['-c', text], { stdio: 'inherit' }).once('exit', done); });
  await underLoad(ask, await comeIn(ask), name, Number(seconds), () => run(command), (marked) => execFileSync('bash', ['-c', kept], { encoding: 'utf8', maxBuffer: 64e6, env: { ...process.env, MARKED: marked } }));
}
