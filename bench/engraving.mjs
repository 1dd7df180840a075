// Engraving a 29-note page, warm, in one process.
import { readFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { openEngraver } from '../engraver/engrave.mjs';

const median = (times) => times.sort((a, b) => a - b)[Math.floor(times.length / 2)];
const score = readFileSync(path.join(os.tmpdir(), 'swift-reed-bench.musicxml'), 'utf8');
const began = performance.now();
const engraver = await openEngraver();
const first = performance.now() - began;
const times = [];
for (let i = 0; i < 40; i += 1) {
  const start = performance.now();
  engraver.engrave(score, 18000);
  times.push(performance.now() - start);
}
const line = (what, time) => console.log(`${what.padEnd(74)} ${time.toFixed(2).padStart(9)} ms`);
line('engraver started', first);
line('a 29-note page engraved, warm', median(times));

const sheet = Array.from({ length: 12 }, (_, k) => readFileSync(path.join(os.tmpdir(), `swift-reed-bench-${k}.musicxml`), 'utf8'));
const sheetTimes = [];
for (let i = 0; i < 7; i += 1) {
  const start = performance.now();
  sheet.forEach((one) => engraver.engrave(one, 18000));
  sheetTimes.push(performance.now() - start);
}
line('a tetra sheet in twelve keys engraved, warm', median(sheetTimes));

const { spawnSync } = await import('node:child_process');
const pdfTimes = [];
for (let i = 0; i < 3; i += 1) {
  const start = performance.now();
  spawnSync('php', ['bin/console', 'study:show', 'concert C major, tetra, eighths, keys by fourths', '--for=clarinet-bb', '--format=pdf', '--output=/dev/null']);
  pdfTimes.push(performance.now() - start);
}
line('the same sheet as a finished PDF from the command line, engravings kept', median(pdfTimes));
