// Kills workers, the engraver and the database while a packet is made: node bench/packet-faults.mjs http://127.0.0.1:8250 [players]
// It has to finish, with every piece once. Only on a machine of one's own: it kills what it finds by name, below the folder of this product.
import { execFileSync } from 'node:child_process';
import path from 'node:path';
import { ask, found, leave, packet as made, press, wait } from './band.mjs';

const [base, players = '60'] = process.argv.slice(2);
const root = path.resolve(import.meta.dirname, '..');
const kill = (pattern) => {
  try {
    const id = execFileSync('pgrep', ['-f', pattern], { encoding: 'utf8' }).trim().split('\n')[0];
    process.kill(Number(id), 'SIGKILL');
    return id;
  } catch {
    return 'none';
  }
};

await found(base, Number(players));
const packet = await made('Faults');
await press(packet, { title: `Faults ${Date.now()}`, worksheets: 'part-worked', do: 'make' });
const begun = performance.now();
const killed = [];
let progress = '';
let away = 0;
for (let beat = 1; performance.now() - begun < 600_000; beat += 1) {
  await wait(1000);
  try {
    const answer = await ask(`${packet}/progress`);
    progress = answer.status === 200 ? answer.text : progress;
    away += answer.status === 200 ? 0 : 1;
  } catch {
    away += 1;
  }
  if (/Ready: \d+ pages/.test(progress)) {
    break;
  }
  if (beat <= 21 && beat % 3 === 0) {
    const [what, pattern] = [['worker', `${root}/bin/console messenger:consume`], ['engraver', `${root}/engraver/server.mjs`], ['database', 'postgres.*swift-reed.*data']][(beat / 3) % 3];
    killed.push(`${what} ${kill(pattern)} after ${((performance.now() - begun) / 1000).toFixed(0)} s`);
  }
}
const count = (pattern) => [...progress.matchAll(pattern)].length;
console.log(killed.join('; '));
console.log(`${((performance.now() - begun) / 1000).toFixed(0)} s until it was ready (a dead worker's piece is given out again after ten); ${away} seconds without an answer; ${count(/\/files\/\d+/g)} files, ${new Set(progress.match(/\/files\/\d+/g)).size} of them different; not made: ${count(/class="warning"/g)}`);
await leave();
