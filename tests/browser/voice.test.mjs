// The tone itself, rendered by the browser without a loudspeaker: it has the pitch it should, begins and ends softly, and
// never clips.
import assert from 'node:assert/strict';
import { readFile } from 'node:fs/promises';
import { after, before, test } from 'node:test';
import { chromium } from 'playwright-core';

let browser;
let page;
before(async () => {
  browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
  page = await browser.newPage();
  const code = await readFile(new URL('../../assets/desk/voice.js', import.meta.url), 'utf8');
  await page.addScriptTag({ type: 'module', content: `${code}\nwindow.openVoice = openVoice;` });
  await page.waitForFunction(() => window.openVoice);
});
after(() => browser?.close());

/** Renders notes [midi, at, length, tongued, joins] and clicks; gives samples at 48 kHz. */
const render = (seconds, notes, clicks = []) => page.evaluate(async ([length, list, beats]) => {
  const context = new OfflineAudioContext(1, length * 48000, 48000);
  const voice = window.openVoice(context);
  list.forEach((one) => voice.note(...one));
  beats.forEach((one) => voice.click(...one));
  return [...(await context.startRendering()).getChannelData(0)];
}, [seconds, notes, clicks]);

const loudness = (samples, from, to) => Math.sqrt(samples.slice(from * 48000, to * 48000).reduce((sum, one) => sum + one * one, 0) / ((to - from) * 48000));

/** The pitch at which the sound repeats itself best. */
function pitch(samples, from) {
  const part = samples.slice(from * 48000, from * 48000 + 9600);
  let best = 0;
  let most = -Infinity;
  const sums = [];
  for (let lag = 20; lag < 1200; lag += 1) {
    let sum = 0;
    for (let i = 0; i + lag < part.length; i += 1) {
      sum += part[i] * part[i + lag];
    }
    sums[lag] = sum / (part.length - lag);
    most = Math.max(most, sums[lag]);
  }
  for (let lag = 21; lag < 1199 && best === 0; lag += 1) {
    if (sums[lag] > 0.9 * most && sums[lag] >= sums[lag - 1] && sums[lag] >= sums[lag + 1]) {
      const [a, b, c] = [sums[lag - 1], sums[lag], sums[lag + 1]];
      best = lag + (a - c) / (2 * (a - 2 * b + c));
    }
  }
  return 48000 / best;
}

test('tones from the tuba to the piccolo are in tune', async () => {
  for (const midi of [40, 48, 57, 60, 69, 76, 84, 93]) {
    const samples = await render(1, [[midi, 0, 0.9, true, false]]);
    const cents = 1200 * Math.log2(pitch(samples, 0.3) / (440 * 2 ** ((midi - 69) / 12)));
    assert.ok(Math.abs(cents) < 5, `MIDI ${midi} is ${cents.toFixed(1)} cents off`);
  }
});

test('a tone begins softly, sounds evenly and is over when it should be', async () => {
  const samples = await render(1, [[60, 0.1, 0.5, true, false]]);
  assert.equal(loudness(samples, 0, 0.09), 0);
  assert.ok(Math.abs(samples[Math.round(0.1005 * 48000)]) < 0.05, 'no crack at the beginning');
  const [early, late] = [loudness(samples, 0.25, 0.35), loudness(samples, 0.45, 0.55)];
  assert.ok(early > 0.02 && Math.abs(early - late) / early < 0.15);
  assert.ok(loudness(samples, 0.75, 0.95) < 0.002);
});

test('nothing clips, not even the start of a loud bar with its click', async () => {
  const samples = await render(1, [[40, 0, 0.9, true, false]], [[0, true, false]]);
  assert.ok(samples.every((one) => Math.abs(one) < 0.99));
});

test('a slurred note leaves no hole before the next; a tongued one does', async () => {
  const hole = async (joins) => {
    const samples = await render(1.2, [[60, 0, joins ? 0.5 : 0.44, true, joins], [62, 0.5, 0.5, !joins, false]]);
    return loudness(samples, 0.485, 0.5) / loudness(samples, 0.25, 0.4);
  };
  assert.ok(await hole(true) > 0.5);
  assert.ok(await hole(false) < 0.4);
});

test('the strong beat is louder than the others, and the breath lower', async () => {
  const [strong, weak] = [await render(0.3, [], [[0, true, false]]), await render(0.3, [], [[0, false, false]])];
  assert.ok(loudness(strong, 0, 0.05) > loudness(weak, 0, 0.05));
  const breath = await render(0.3, [], [[0, false, true]]);
  assert.ok(pitch(breath, 0) < pitch(weak, 0));
});
