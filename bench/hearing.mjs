// How well sound is heard: the browser's own tone, rendered with faults, through the same pitch tracker and the same judge as a take on the Stand.
// node bench/hearing.mjs [takes]
import { execFile } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { chromium } from 'playwright-core';
import { windowFor } from '../assets/stand/listening/ear.js';
import { Ear } from '../assets/stand/listening/worker.js';

const run = promisify(execFile);
const root = path.dirname(path.dirname(fileURLToPath(import.meta.url)));
const takes = Number(process.argv[2] ?? 40);
const rate = 48000;
const console_ = (...args) => run('php', [path.join(root, 'bin/console'), ...args], { maxBuffer: 64e6 }).then(({ stdout }) => stdout);
let seed = 7;
const random = () => {
  seed = (seed * 1103515245 + 12345) % 2147483648;
  return seed / 2147483648;
};
const one = (of) => of[Math.floor(random() * of.length)];

const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: ['--no-sandbox'] });
const page = await browser.newPage();
await page.addScriptTag({ type: 'module', content: `${await readFile(path.join(root, 'assets/desk/voice.js'), 'utf8')}\nwindow.openVoice = openVoice;` });
await page.waitForFunction(() => window.openVoice);
const render = async (seconds, notes) => Float32Array.from(await page.evaluate(async ([length, list]) => {
  const context = new OfflineAudioContext(1, length * 48000, 48000);
  const voice = window.openVoice(context);
  list.forEach((note) => voice.note(...note));
  return [...(await context.startRendering()).getChannelData(0)];
}, [seconds, notes]));
const frames = (samples, window) => {
  const ear = new Ear(rate, window);
  const all = [];
  for (let at = 512; at <= samples.length; at += 512) {
    const frame = ear.take(samples.slice(at - 512, at), at);
    if (frame && frame[0] >= 0) {
      all.push(frame);
    }
  }
  return all;
};

const lines = ['concert F major, eighths', 'concert Bb major, eighths, slurred', 'concert C major, thirds, eighths', 'concert Eb arpeggio, eighths, slurred', 'concert G major, eighths, slur 2 tongue 2'];
const instruments = ['flute', 'oboe', 'clarinet-bb', 'alto-sax', 'trumpet-bb', 'horn-f', 'trombone', 'bassoon', 'tuba-bbb'];
const folder = await mkdtemp(path.join(tmpdir(), 'hearing-'));
const sums = {};
for (let k = 0; k < takes; k += 1) {
  const kind = ['clean', 'wrong', 'late', 'flat', 'missing'][k % 5];
  const bpm = one([40, 60, 72, 96, 120, 144, 160]);
  const line = `${one(lines)}, quarter = ${bpm}`;
  const id = one(instruments);
  const study = JSON.parse(await console_('study:show', line, `--for=${id}`, '--format=json'));
  const beat = 60 / bpm;
  const fraction = (text) => text.split('/').reduce((a, b) => a / b);
  const at = 2 + Math.floor(random() * (study.notes.length - 3));
  const late = kind === 'late' ? beat * (0.26 + 0.08 * random()) : 0;
  const cents = kind === 'flat' ? one([-45, -35, 35, 45]) : 0;
  const played = study.notes.map((note, i) => ({ i, onset: 1 + 4 * fraction(note.onset) * beat + (i === at ? late : 0), midi: note.midi + (i === at ? cents / 100 : 0), tongued: note.attack !== 'none', end: 1 + 4 * (fraction(note.onset) + fraction(note.duration)) * beat }));
  if (kind === 'wrong') {
    const around = [played[at - 1].midi, played[at].midi, played[at + 1]?.midi];
    played[at].midi = [1, -1, 2, -2, 3].map((by) => played[at].midi + by).find((midi) => !around.includes(midi));
  }
  const sounds = played.filter((note) => !(kind === 'missing' && note.i === at));
  const notes = sounds.map((note, j) => {
    const next = sounds[j + 1];
    const until = next && next.i === note.i + 1 ? next.onset : note.end;
    const joins = Boolean(next && next.i === note.i + 1 && !next.tongued);
    return [note.midi, note.onset, (until - note.onset) * (joins ? 1 : 0.9), note.tongued, joins];
  });
  const lowest = Math.min(...study.notes.map((note) => note.midi));
  const window = windowFor(440 * 2 ** ((lowest - 69) / 12));
  const samples = await render(played.at(-1).end + 1, notes);
  const file = path.join(folder, 'take.json');
  await writeFile(file, JSON.stringify({ rate: 94, window, frames: frames(samples, window) }));
  const take = JSON.parse(await console_('listen:judge', line, file, `--for=${id}`));
  const sum = (sums[kind] ??= { takes: 0, notes: 0, wanted: 0, found: 0, alarms: 0, refused: 0, onset: [], cents: [], low: [] });
  sum.takes += 1;
  if (!take.judged) {
    sum.refused += 1;
    console.error(kind, line, id, take.words);
    continue;
  }
  const slow = take.slow_changes.map((change) => change.i);
  // Times are relative: how long a tone takes to rise is the same for all of them.
  const offsets = take.notes.filter((note) => note.verdict === 'right').map((note) => note.onset_ms - 1000 * played[note.i].onset).sort((a, b) => a - b);
  const offset = offsets[Math.floor(offsets.length / 2)] ?? 0;
  take.notes.forEach((note, i) => {
    const isOff = Math.abs(note.cents_against_take ?? 0) > 20;
    sum.notes += 1;
    if (kind !== 'clean' && i === at) {
      sum.wanted += 1;
      const found = { wrong: note.verdict === 'wrong', missing: note.verdict === 'missing', late: slow.includes(i) || Math.abs(study.notes[i].midi - study.notes[i - 1].midi) > 7 || study.notes[i - 1].breath, flat: isOff && Math.sign(note.cents) === Math.sign(cents) }[kind];
      sum.found += found ? 1 : 0;
      if (!found) {
        console.error('not found', kind, line, id, at, JSON.stringify(note), JSON.stringify(take.slow_changes));
      }
    } else if (note.verdict !== 'right' || isOff || (slow.includes(i) && i !== at + 1)) {
      sum.alarms += 1;
      console.error('alarm', kind, line, id, i, JSON.stringify(note), JSON.stringify(take.slow_changes));
    }
    if (note.verdict === 'right' && note.onset_ms !== null) {
      sum.onset.push(Math.abs(note.onset_ms - 1000 * played[i].onset - offset));
      (window > 2048 || study.notes[i].midi < 39 ? sum.low : sum.cents).push(Math.abs(note.cents - 100 * (played[i].midi - study.notes[i].midi)));
    }
  });
  sum.alarms += take.extra.length + take.restarts.length;
}
await browser.close();
await rm(folder, { recursive: true });
const at = (of, share) => (of.length === 0 ? '–' : [...of].sort((a, b) => a - b)[Math.min(of.length - 1, Math.floor(share * of.length))].toFixed(1));
console.log('| fault | takes | notes | found | false alarms | refused | onset ms (median / p95) | cents (median / p95) | cents, low (p95) |\n| --- | --- | --- | --- | --- | --- | --- | --- | --- |');
for (const [kind, sum] of Object.entries(sums)) {
  console.log(`| ${kind} | ${sum.takes} | ${sum.notes} | ${sum.wanted ? `${((100 * sum.found) / sum.wanted).toFixed(1)} %` : '–'} | ${((100 * sum.alarms) / Math.max(1, sum.notes)).toFixed(2)} % | ${sum.refused} | ${at(sum.onset, 0.5)} / ${at(sum.onset, 0.95)} | ${at(sum.cents, 0.5)} / ${at(sum.cents, 0.95)} | ${at(sum.low, 0.95)} |`);
}
