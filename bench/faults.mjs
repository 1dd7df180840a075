// Kills what Swift Reed runs on, again and again, while people save: are acknowledged saves there afterwards, how long is it
// away, does anything stay behind? node bench/faults.mjs http://127.0.0.1:8250 [times]; run as the user who runs bin/start,
// from its folder, with the demonstration in it.
import { asker, comeIn } from './come-in.mjs';
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';

const base = process.argv[2];
const times = Number(process.argv[3] ?? 100);
const root = path.resolve(import.meta.dirname, '..');
const child = (name) => Number(readFileSync(`${root}/var/run/${name}.child`, 'utf8'));
const shell = (line) => execFileSync('bash', ['-c', `. ${root}/bin/common.sh; database_folder=$(cluster_folder); ${line}`], { encoding: 'utf8' }).trim();
const victims = {
  engraver: () => child('engraver'),
  'php-fpm': () => child('php'),
  'a php worker': () => Number(execFileSync('bash', ['-c', `pgrep -P ${child('php')} | shuf -n 1`], { encoding: 'utf8' })),
  nginx: () => child('nginx'),
  postgres: () => Number(shell('is_root && run_as_pg=(runuser -u postgres --); "${run_as_pg[@]}" head -n 1 "$database_folder/data/postmaster.pid"')),
};
const pause = (ms) => new Promise((done) => setTimeout(done, ms));

let cookie;
let token;
async function comeInAgain() {
  ({ cookie, token } = await comeIn(asker(base)));
}
const marked = `Fault ${Date.now()}`;
const acknowledged = [];
let refused = 0;
let running = true;
async function saver(client) {
  for (let i = 0; running; i += 1) {
    const name = `${marked} ${client} ${i}`;
    const number = crypto.randomUUID();
    // As whoever presses does: what was not answered is pressed again, and is the same press.
    for (let isDone = false; running && !isDone;) try {
      const answer = await fetch(`${base}/folder`, { method: 'POST', redirect: 'manual', signal: AbortSignal.timeout(20000), headers: { Origin: base, cookie, 'Content-Type': 'application/x-www-form-urlencoded' }, body: new URLSearchParams({ _token: token, _press: number, name, line: 'concert F major', for: 'flute' }) });
      if (answer.status === 303) {
        acknowledged.push(name);
        isDone = true;
      } else {
        refused += 1;
        await pause(100);
      }
    } catch {
      refused += 1;
      await pause(100);
    }
    await pause(20);
  }
}
async function well() {
  try {
    const health = await fetch(`${base}/health`, { signal: AbortSignal.timeout(3000) });
    const page = await fetch(`${base}/desk?line=${encodeURIComponent(`concert F major, quarter = ${40 + Math.floor(Math.random() * 160)}`)}`, { signal: AbortSignal.timeout(3000) });
    return health.status === 200 && page.status === 200 && (await page.text()).includes('note-region');
  } catch {
    return false;
  }
}

await comeInAgain();
const clients = [0, 1, 2, 3].map(saver);
const away = Object.fromEntries(Object.keys(victims).map((name) => [name, []]));
for (let i = 0; i < times; i += 1) {
  const name = Object.keys(victims)[i % Object.keys(victims).length];
  const victim = victims[name]();
  if (!(victim > 1)) throw new Error(`there is no ${name}`);
  process.kill(victim, 'SIGKILL');
  const began = performance.now();
  await pause(30);
  let good = 0;
  let last = began;
  const isReplaced = () => {
    try {
      return name === 'a php worker' || victims[name]() !== victim;
    } catch {
      return false; // its file is being written
    }
  };
  while (good < 3) { // another is there, and three good answers in a row: it is back
    if (isReplaced() && (await well())) {
      good += 1;
    } else {
      good = 0;
      last = performance.now();
      if (last - began > 60000) throw new Error(`${name} did not come back`);
    }
    await pause(50);
  }
  away[name].push((last - began) / 1000);
  await pause(400);
}
running = false;
await Promise.all(clients);
await comeInAgain();
const kept = new Set();
let doubled = 0;
for (let page = 1; ; page += 1) {
  const found = [...(await (await fetch(`${base}/folder?q=${encodeURIComponent(marked)}&page=${page}`, { headers: { cookie } })).text()).matchAll(/class="study-name" href="[^"]*">(Fault [^<]+)</g)].map((one) => one[1]);
  found.forEach((one) => {
    doubled += kept.has(one) ? 1 : 0;
    kept.add(one);
  });
  if (found.length < 50) break;
}
const lost = acknowledged.filter((name) => !kept.has(name));
for (const [name, seconds] of Object.entries(away)) {
  seconds.sort((a, b) => a - b);
  console.log(`${name.padEnd(14)} killed ${seconds.length} times; away: median ${seconds[Math.floor(seconds.length / 2)].toFixed(1)} s, longest ${seconds.at(-1).toFixed(1)} s`);
}
console.log(`${acknowledged.length} saves acknowledged, ${lost.length} of them lost, ${doubled} there twice; ${refused} refused while something was away`);
const left = execFileSync('bash', ['-c', `ps -eo pid=,ppid=,comm=,args= | awk '$2 == 1 && ($3 ~ /^(nginx|php-fpm|node)/)' | grep -F '${root}' | wc -l`], { encoding: 'utf8' }).trim();
console.log(`${left} processes left without a parent`);
process.exit(lost.length + doubled > 0 ? 1 : 0);
