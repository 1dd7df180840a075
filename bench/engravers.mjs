// How many threads the engraver should have: node bench/engravers.mjs [threads=1,2,3,4]
// Pages asked for by two people without a pause, alone and while two workers have scores of a whole band engraved; pages a second with eight at
// once; memory. Every page is another, so that nothing is drawn that has been drawn before. Run bench/core.php first: it writes the pages.
import { execFileSync, spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';

const root = path.resolve(import.meta.dirname, '..');
const options = Object.fromEntries(process.argv.slice(2).map((text) => text.split('=')));
const seconds = Number(options.seconds ?? 6);
const pages = Array.from({ length: 12 }, (_, k) => readFileSync(path.join(os.tmpdir(), `swift-reed-bench-${k}.musicxml`), 'utf8'));
const everybody = 'piccolo,flute,oboe,english-horn,bassoon,clarinet-eb,clarinet-bb,alto-clarinet,bass-clarinet,soprano-sax,alto-sax,tenor-sax,baritone-sax,trumpet-bb,cornet-bb,flugelhorn,horn-f,baritone-tc,euphonium-bc,trombone,bass-trombone,tuba-bbb';
const score = execFileSync('php', ['bin/console', 'study:score', 'concert Bb major, 1 octave, thirds, eighths', `--for=${options.for ?? everybody}`, '--format=musicxml'], { cwd: root, encoding: 'utf8', maxBuffer: 64e6 });
const at = (of, share) => [...of].sort((a, b) => a - b)[Math.min(of.length - 1, Math.floor(share * of.length))];
const figure = (of) => `${at(of, 0.5).toFixed(0)} / ${at(of, 0.95).toFixed(0)} / ${at(of, 0.99).toFixed(0)}`;
const port = 8990;
let number = 0;
const ask = async (body, width, headers = {}) => {
  const begun = performance.now();
  const answer = await fetch(`http://127.0.0.1:${port}/engrave?width=${width}`, { method: 'POST', body, headers });
  await answer.arrayBuffer();
  if (answer.status !== 200) {
    throw new Error(`the engraver answered with ${answer.status}`);
  }
  return performance.now() - begun;
};
const page = () => {
  number += 1;
  return ask(pages[number % 12], 18000 - (number % 900));
};
const people = async (count, until) => {
  const took = [];
  await Promise.all(Array.from({ length: count }, async () => {
    while (performance.now() < until) {
      took.push(await page());
    }
  }));
  return took;
};
console.log(`the score has ${(score.length / 1024).toFixed(0)} kB, ${(score.match(/<score-part /g) ?? []).length} staves`);
console.log('| threads | a page, two people: p50 / p95 / p99 ms | beside two workers with scores | a score then, ms | pages a second, eight at once | memory, MB |\n| --- | --- | --- | --- | --- | --- |');
for (const threads of (options.threads ?? '1,2,3,4').split(',').map(Number)) {
  const server = spawn('node', [path.join(root, 'engraver/server.mjs')], { env: { ...process.env, ENGRAVERS: String(threads), ENGRAVER_PORT: String(port), ENGRAVER_TOKEN: '' }, stdio: 'ignore' });
  for (let k = 0; k < 100; k += 1) {
    try {
      await fetch(`http://127.0.0.1:${port}/health`);
      break;
    } catch {
      await new Promise((done) => { setTimeout(done, 100); });
    }
  }
  await people(threads * 2, performance.now() + 2000); // warm
  const alone = await people(2, performance.now() + 1000 * seconds);
  const until = performance.now() + 1000 * seconds;
  const scores = [];
  const [beside] = await Promise.all([people(2, until), ...[1, 2].map(async () => {
    while (performance.now() < until) {
      number += 1;
      scores.push(await ask(score, 18000 - (number % 900), { 'x-engraver-for': 'background' }));
    }
  })]);
  const many = await people(8, performance.now() + 1000 * seconds);
  const memory = Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))[1]) / 1024;
  console.log(`| ${threads} | ${figure(alone)} | ${figure(beside)} | ${at(scores, 0.5).toFixed(0)} | ${(many.length / seconds).toFixed(0)} | ${memory.toFixed(0)} |`);
  server.kill();
  await new Promise((done) => { server.once('exit', done); });
}
