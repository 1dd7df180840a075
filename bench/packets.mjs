// How long a packet takes with the workers of a running Swift Reed: node bench/packets.mjs http://127.0.0.1:8250 [players] [worksheets]
// It comes in as the demo director, founds a band of its own, and removes it. With nothing kept of it from before: everything is
// engraved (kept engravings are removed first), then again with one player changed, then again as it is. Figures are medians of three.
import { execFileSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import path from 'node:path';
import { ask, found, leave, packet as made, press, wait } from './band.mjs';

const [base, players = '20', worksheets = 'none'] = process.argv.slice(2);
const root = path.resolve(import.meta.dirname, '..');
const memory = () => {
  try {
    return Math.max(...execFileSync('pgrep', ['-f', 'messenger:consume'], { encoding: 'utf8' }).trim().split('\n').map((id) => Number(/VmHWM:\s+(\d+)/.exec(execFileSync('cat', [`/proc/${id}/status`], { encoding: 'utf8' }))?.[1] ?? 0))) / 1024;
  } catch {
    return NaN; // it is another machine's
  }
};

await found(base, Number(players));

/** Makes the packet; answers with seconds, and what came of it. */
async function make(packet) {
  const begun = performance.now();
  await press(packet, { title: 'Bench', worksheets, do: 'make' });
  let pile;
  for (;;) {
    const progress = (await ask(`${packet}/progress`)).text;
    pile ??= progress.includes('For the copier') ? (performance.now() - begun) / 1000 : undefined;
    if (/Ready: \d+ pages/.test(progress)) {
      const pages = [...progress.matchAll(/<small>(\d+) p\.<\/small>/g)].map((one) => Number(one[1]));
      return { seconds: (performance.now() - begun) / 1000, files: [...progress.matchAll(/\/files\/\d+/g)].length, pages: pages.slice(1).reduce((sum, one) => sum + one, 0), pile: pages[0], copier: pile };
    }
    await wait(100);
  }
}
const median = (all) => [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)];

const cold = [];
const coldAll = [];
const changedAll = [];
const changed = [];
const same = [];
let last;
for (let round = 0; round < 3; round += 1) {
  rmSync(path.join(root, 'var/cache/prod/engravings'), { recursive: true, force: true });
  // Another title makes other pages, so that nothing is there.
  const packet = await made(`Bench ${round}`);
  await press(packet, { title: `Round ${round} ${Date.now()}`, words: `${round} ${Date.now()}`, do: 'keep' });
  last = await make(packet);
  cold.push(last.copier);
  coldAll.push(last.seconds);
  const player = /\/band\/players\/([0-9a-f-]{36})"/.exec((await ask('/band')).text);
  const chairPage = await ask(`/band/players/${player[1]}`);
  await ask(`/band/chairs/${/chairs\/([0-9a-f-]{36})"/.exec(chairPage.text)?.[1]}`, { stage: ['full', 'developing', 'first'][round % 3], style: ['large', 'numbers', 'written'][round % 3], version: /name="version" value="(\d+)"/.exec(chairPage.text.split('/band/chairs/')[1] ?? '')?.[1] ?? String(round + 1) });
  const again = await make(packet);
  changed.push(again.copier);
  changedAll.push(again.seconds);
  same.push((await make(packet)).seconds);
}
console.log(`${players} players, 12 keys, worksheets: ${worksheets}: ${last.files} files, ${last.pages} pages and a pile of ${last.pile}`);
const figures = (all) => `${median(all).toFixed(1)} s (${all.map((one) => one.toFixed(1)).join(', ')})`;
console.log(`all pages and the pile: cold ${figures(cold)}, one player changed ${figures(changed)}; with scores, tables, files and archive: cold ${figures(coldAll)}, one player changed ${figures(changedAll)}; as it was ${median(same).toFixed(2)} s`);
console.log(`memory of the largest worker ${memory().toFixed(0)} MB`);
await leave();
