// Listening in the real browser: the simulated player, a file of sound, and Chromium's own microphone that plays a file; the tone is the browser's own.
import assert from 'node:assert/strict';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { after, before, test } from 'node:test';
import { chromium } from 'playwright-core';
import { base, comeIn, launch, quietPage, violations } from './support.mjs';

const STAND = `${base}/stand?line=${encodeURIComponent('concert F major, eighths, quarter = 100')}&for=clarinet-bb`;
/** Seconds between the opening of the microphone and the press on Start. */
const WAIT = 3;
const RATE = 48000;
/** Cents from which a note is pressed as out of tune, as the page has it. */
const OUT_OF_TUNE = 20;

let browser;
let folder;
before(async () => {
  browser = await launch();
  folder = await mkdtemp(path.join(tmpdir(), 'listen-'));
});
after(async () => {
  await browser?.close();
  await rm(folder, { recursive: true, force: true });
});

/** A WAV file, 16 bits, of notes [midi, at, length, tongued, joins]. */
async function wav(name, seconds, notes) {
  const page = await browser.newPage();
  await page.addScriptTag({ type: 'module', content: `${await readFile(new URL('../../assets/desk/voice.js', import.meta.url), 'utf8')}\nwindow.openVoice = openVoice;` });
  await page.waitForFunction(() => window.openVoice);
  const samples = await page.evaluate(async ([length, list]) => {
    const context = new OfflineAudioContext(1, length * 48000, 48000);
    const voice = window.openVoice(context);
    list.forEach((note) => voice.note(...note));
    return [...(await context.startRendering()).getChannelData(0)].map((one) => Math.round(32767 * Math.max(-1, Math.min(1, 2 * one))));
  }, [seconds, notes]);
  await page.close();
  const bytes = Buffer.alloc(44 + 2 * samples.length);
  bytes.write('RIFF', 0);
  bytes.writeUInt32LE(36 + 2 * samples.length, 4);
  bytes.write('WAVEfmt ', 8);
  bytes.writeUInt32LE(16, 16);
  bytes.writeUInt16LE(1, 20);
  bytes.writeUInt16LE(1, 22);
  bytes.writeUInt32LE(RATE, 24);
  bytes.writeUInt32LE(2 * RATE, 28);
  bytes.writeUInt16LE(2, 32);
  bytes.writeUInt16LE(16, 34);
  bytes.write('data', 36);
  bytes.writeUInt32LE(2 * samples.length, 40);
  samples.forEach((one, k) => bytes.writeInt16LE(one, 44 + 2 * k));
  const file = path.join(folder, name);
  await writeFile(file, bytes);
  return file;
}

/** Goes to the ladder, the last of the steps. */
async function toLadder(page) {
  await page.goto(STAND);
  await page.waitForSelector('#stand[data-ready]');
  await page.click('#stand-list-button');
  await page.locator('#stand-list button').last().click();
  return JSON.parse(await page.locator('#stand').getAttribute('data-take'));
}

/** The notes of a take as they are played from a moment on; some of them otherwise. */
function played(take, from, change = () => ({})) {
  const tick = 60 / take.quarters / 3360;
  return take.plays.map(([, onset, length], k) => {
    const { midi = take.midi[k], late = 0 } = change(k);
    return [midi, from + onset * tick + late, length * tick * 0.9 - late, true, false];
  });
}

test('the simulated player is judged, and the player says', async () => {
  const { context, page, problems } = await quietPage(browser);
  await page.setViewportSize({ width: 390, height: 844 });
  await toLadder(page);
  await page.click('#listen-button');
  assert.deepEqual(await violations(page), []);
  await page.check('[value=simulated]');
  await page.selectOption('#listen-faults', 'wrong');
  assert.deepEqual(await violations(page), []);
  await page.click('#listen-close');
  await page.click('#stand-go');
  await page.waitForSelector('.take-words', { timeout: 30000 });
  assert.match(await page.textContent('.take-words'), /^Note 4 was .+; it is /);
  assert.equal(await page.locator('.stand-narrow .heard-mark.is-wrong[data-at="3"]').count(), 1);
  assert.match(await page.textContent('#stand-missed'), /as heard/);
  assert.deepEqual(await violations(page), []);
  assert.equal(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth), 0);
  // The player knows better.
  await page.click('#stand-clean');
  assert.doesNotMatch(await page.textContent('#stand-missed'), /as heard/);
  assert.deepEqual(problems, []);
  await context.close();
});

test('a file of sound is heard', async () => {
  const { context, page, problems } = await quietPage(browser);
  const take = await toLadder(page);
  const file = await wav('wrong.wav', 8, played(take, 0.8, (k) => (k === 5 ? { midi: take.midi[5] + 1 } : {})));
  await page.click('#listen-button');
  await page.check('[value=file]');
  await page.setInputFiles('#listen-file', file);
  await page.waitForSelector('.take-words', { timeout: 30000 });
  assert.match(await page.textContent('.take-words'), /^Note 6 was /);
  await page.click('.take-figures summary');
  assert.equal(await page.locator('.take-figures tbody tr').count(), take.plays.length);
  assert.deepEqual(await violations(page), []);
  // Without the network a take waits, and is judged when it is back.
  await context.setOffline(true);
  await page.click('#listen-button');
  await page.setInputFiles('#listen-file', file);
  await page.waitForFunction(() => /wait until you are: 1/.test(document.querySelector('#listen-result').textContent));
  await context.setOffline(false);
  await page.waitForSelector('.take-words');
  assert.match(await page.textContent('.take-words'), /^Note 6 was /);
  // Silence is not praised.
  await page.click('#listen-button');
  await page.setInputFiles('#listen-file', await wav('silent.wav', 4, []));
  await page.waitForFunction(() => /Nothing was heard/.test(document.querySelector('#listen-result').textContent));
  assert.equal(await page.locator('.heard-mark').count(), 0);
  assert.deepEqual(problems, []);
  await context.close();
});

/** A page with a microphone that plays a file. */
async function withMicrophone(file, use) {
  const own = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--autoplay-policy=no-user-gesture-required', '--use-fake-ui-for-media-stream', '--use-fake-device-for-media-stream', `--use-file-for-fake-audio-capture=${file}%noloop`] });
  try {
    const { context, page, problems } = await quietPage(own);
    await use(page, context);
    assert.deepEqual(problems, []);
  } finally {
    await own.close();
  }
}

test('the microphone hears a take on the Stand', async () => {
  const { context: scratch, page: plain } = await quietPage(browser);
  const take = await toLadder(plain);
  await scratch.close();
  const countIn = 4 * (60 / take.quarters);
  const late = 0.3 * (60 / take.quarters);
  const file = await wav('late.wav', 20, played(take, WAIT + 0.3 + countIn, (k) => (k === 8 ? { late } : {})));
  await withMicrophone(file, async (page) => {
    await toLadder(page);
    await page.click('#listen-button');
    await page.click('#listen-on');
    await page.waitForSelector('#listen-check:not([hidden])');
    const opened = Date.now();
    assert.deepEqual(await violations(page), []);
    await page.click('#listen-close');
    assert.equal(await page.locator('#listen-button').getAttribute('aria-pressed'), 'true');
    await page.waitForTimeout(Math.max(0, 1000 * WAIT - (Date.now() - opened)));
    await page.click('#stand-go');
    await page.waitForFunction(() => document.querySelector('#stand').dataset.state === 'judging', undefined, { timeout: 40000 });
    await page.waitForFunction(() => !/^(Working out.*)?$/.test(document.querySelector('#listen-result').textContent.trim()), undefined, { timeout: 20000 });
    const said = await page.textContent('#listen-result');
    assert.match(said, /comes late, by (a quarter|a third) of a beat/);
    assert.equal(await page.locator('.stand-wide .heard-mark.is-late[data-at="8"]').count(), 1);
    // Nothing but frames left the machine; closed, it hears no more.
    await page.click('#listen-button');
    await page.click('#listen-off');
    assert.equal(await page.locator('#listen-check').isVisible(), false);
  });
});

test('what a note does in several takes is offered to the player as his own', async () => {
  const { context, page, problems } = await quietPage(browser);
  await comeIn(context, 'player');
  await toLadder(page);
  await page.click('#listen-button');
  await page.check('[value=simulated]');
  await page.selectOption('#listen-faults', 'flat');
  await page.click('#listen-close');
  for (let k = 0; k < 3; k += 1) {
    assert.equal(await page.locator('.take-offer').count(), 0, 'not after one take, nor two');
    await page.click('#stand-go');
    await page.waitForFunction((n) => document.querySelector('.take-words') && document.querySelector('#stand').dataset.state === 'judging' && n >= 0, k, { timeout: 40000 });
    if (k < 2) {
      await page.click('#stand-missed');
      await page.evaluate(() => document.querySelector('.take-words')?.remove());
    }
  }
  await page.waitForSelector('.take-offer');
  assert.match(await page.textContent('.take-offer'), /was 3\d cents flat in the last takes/);
  assert.deepEqual(await violations(page), []);
  await page.click('.take-offer button');
  await page.waitForFunction(() => /chosen with it from now on/.test(document.querySelector('.take-offer').textContent));
  assert.deepEqual(problems, []);
  await context.close();
});

test('taps calibrate the delay of a device', async () => {
  // A click every 0.6 seconds; the calibration begins three seconds after the microphone is open, and its beats come as often.
  const file = await wav('taps.wav', 16, Array.from({ length: 24 }, (_, k) => [84, 0.66 + 0.6 * k, 0.05, true, false]));
  await withMicrophone(file, async (page) => {
    await toLadder(page);
    await page.click('#listen-button');
    await page.click('#listen-on');
    await page.waitForSelector('#listen-check:not([hidden])');
    const opened = Date.now();
    await page.click('#listen-check summary');
    await page.waitForTimeout(Math.max(0, 2000 - (Date.now() - opened)));
    await page.click('#listen-calibrate');
    await page.waitForFunction(() => /Calibrated|not heard/.test(document.getElementById('listen-calibrated').textContent), undefined, { timeout: 15000 });
    const said = await page.textContent('#listen-calibrated');
    const [, ms] = said.match(/a tap is heard (-?\d+) ms later/) ?? [];
    assert.ok(Math.abs(Number(ms)) < 280, said);
    assert.equal(Number(await page.evaluate(() => sessionStorage.getItem('listen-delay'))).toFixed(0), Number(ms).toFixed(0));
  });
});

/** The notes of a judgement that are no clean ones, in their order. */
const faultyNotes = ({ notes }) => notes
  .filter((one) => one.verdict !== 'right' || !one.first_time || Math.abs(one.cents_against_take ?? 0) > OUT_OF_TUNE)
  .map((one) => one.i)
  .sort((a, b) => a - b);

test('under the teacher\'s hand what was heard is pressed, and can be taken back', async () => {
  const { context: scratch, page: plain } = await quietPage(browser);
  await comeIn(scratch);
  await plain.goto(`${base}/record`);
  if ((await plain.locator('.hear-list li').count()) === 0) {
    await plain.click('main .note-form button');
    await plain.goto(`${base}/record`);
  }
  const href = await plain.locator('.hear-list a', { hasText: 'Hear with the notes' }).first().getAttribute('href');
  await plain.goto(`${base}${href}`);
  const take = JSON.parse(await plain.locator('#hear').getAttribute('data-take'));
  await scratch.close();
  const file = await wav('teacher.wav', 30, take.midi.map((midi, k) => [midi + (k === 2 ? 1 : 0), 1.5 + 0.5 * k, 0.45, true, false]));
  await withMicrophone(file, async (page, context) => {
    await comeIn(context);
    await page.goto(`${base}${href}`);
    await page.click('#listen-button');
    await page.click('#listen-on');
    await page.waitForSelector('#listen-check:not([hidden])');
    await page.click('#listen-close');
    await page.click('#listen-take');
    await page.waitForTimeout(1000 * (2.5 + 0.5 * take.midi.length));
    const answered = page.waitForResponse((response) => new URL(response.url()).pathname === '/stand/listen', { timeout: 30000 });
    await page.click('#listen-take');
    // A machine that is busy leaves holes in what a simulated microphone plays: what was heard is pressed, that and no more.
    const wrong = faultyNotes(await (await answered).json());
    assert.ok(wrong.includes(2), `heard as wrong: ${wrong}`);
    assert.ok(wrong.length < take.midi.length / 2, `heard as wrong: ${wrong}`);
    await page.waitForSelector('.take-words', { timeout: 30000 });
    assert.match(await page.textContent('.take-words'), /Note \d+ was /);
    const pressed = await page.locator('.stand-wide .note-region[aria-pressed=true]')
      .evaluateAll((all) => all.map((one) => Number(one.dataset.note)));
    assert.deepEqual(pressed.sort((a, b) => a - b), wrong);
    assert.deepEqual(await violations(page), []);
    await page.locator('.stand-wide .note-region[data-note="2"]').click();
    assert.equal(await page.locator('.stand-wide .note-region[data-note="2"]').getAttribute('aria-pressed'), 'false', 'the teacher heard otherwise');
  });
});

test('a microphone that is refused is said to be so', async () => {
  const { context, page, problems } = await quietPage(browser);
  await context.clearPermissions();
  await toLadder(page);
  await page.click('#listen-button');
  await page.click('#listen-on');
  await page.waitForSelector('#listen-refused');
  assert.match(await page.textContent('#listen-refused'), /not opened|no microphone/);
  await page.check('[value=midi]');
  await page.click('#listen-midi');
  await page.waitForFunction(() => document.getElementById('listen-midi-says').textContent !== '');
  assert.match(await page.textContent('#listen-midi-says'), /No MIDI|Listening/);
  assert.deepEqual(problems, []);
  await context.close();
});
