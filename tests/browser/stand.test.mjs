// The Stand through the real interface: a line through all its steps on a phone, by tap and by space bar, the network cut in the middle.
import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { base, comeIn, launch, quietPage, violations } from './support.mjs';

let browser;
before(async () => {
  browser = await launch();
});
after(() => browser?.close());

const address = (line, more = '') => `${base}/stand?line=${encodeURIComponent(line)}&for=clarinet-bb${more}`;

/** The audio clock goes so many times faster, so that a test need not sit through the music. */
const faster = (times) => `(() => {
  const { get } = Object.getOwnPropertyDescriptor(BaseAudioContext.prototype, 'currentTime');
  Object.defineProperty(BaseAudioContext.prototype, 'currentTime', { get() { return get.call(this) * ${times}; } });
})();`;

const state = (page) => page.getAttribute('#stand', 'data-state');
const isReady = (page) => page.waitForSelector('#stand[data-ready="1"]');
const waiting = (page) => page.evaluate(() => JSON.parse(localStorage.getItem('stand-kept') ?? '[]').length);

/** What is kept of a player, as the director gives it away. */
async function practised(name) {
  const context = await browser.newContext();
  await comeIn(context, 'director');
  const list = await (await context.request.get(`${base}/band`)).text();
  const id = list.match(new RegExp(`/band/players/([0-9a-f-]{36})"[^>]*>\\s*(?:<[^>]*>)*\\s*${name}`))?.[1];
  assert.ok(id, `${name} is in the list`);
  const data = await (await context.request.get(`${base}/band/players/${id}/data.json`)).json();
  await context.close();
  return data.chairs.flatMap((chair) => chair.practised);
}

test('a line through all its steps on a phone, by tap and by space bar, the network cut in the middle: nothing is lost', async () => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  await context.addInitScript(() => localStorage.setItem('welcomed', '1'));
  await context.addInitScript(faster(40));
  await comeIn(context, 'player');
  const page = await context.newPage();
  const problems = [];
  page.on('pageerror', (error) => problems.push(error.message));
  await page.goto(`${base}/today`);
  const name = (await page.locator('.own-link').innerText()).split('\n')[0].trim();
  const earlier = await practised(name);
  await page.goto(address('own C major, 5 notes, eighths, quarter = 96, goal 100'), { waitUntil: 'networkidle' });
  await isReady(page);
  await page.waitForFunction(async () => (await caches.keys()).includes('stand-pages') && (await (await caches.open('stand-pages')).keys()).length >= 2);
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null || navigator.serviceWorker.ready);
  const count = Number((await page.locator('#stand-count').innerText()).match(/of (\d+)/)[1]);
  assert.ok(count > 15, `${count} steps`);
  let done = 0;
  let judged = 0;
  const seen = new Set();
  for (let k = 0; k < count; k += 1) {
    seen.add((await page.locator('#stand-what').innerText()).split(':')[0]);
    if (k === Math.floor(count / 3)) {
      await context.setOffline(true);
    }
    if (k === Math.floor(count / 2)) {
      // Put away and opened again, without the network: it stands where it stood.
      const was = await page.locator('#stand-count').innerText();
      await page.reload();
      await isReady(page);
      assert.equal(await page.locator('#stand-count').innerText(), was);
      assert.ok(await page.locator('#stand-offline').isVisible(), 'it says that it is not connected');
    }
    // By space bar and by tap in turn.
    const press = async () => (k % 2 === 0 ? page.keyboard.press('Space') : page.tap('#stand-go'));
    await press();
    for (let i = 0; i < 60 && !['done', 'judging'].includes(await state(page)); i += 1) {
      if ((await state(page)) === 'walking') {
        await press();
      } else {
        await page.waitForTimeout(60);
      }
    }
    if (k < count - 1) {
      assert.equal(await state(page), 'done', `step ${k + 1}`);
      done += 1;
      if (k % 2 === 0) {
        await page.keyboard.press('Space');
      } else {
        const box = await page.locator('#stand-page').boundingBox();
        await page.touchscreen.tap(box.x + box.width * 0.9, box.y + box.height - 6);
      }
      assert.equal(await page.locator('#stand-count').innerText(), `Step ${k + 2} of ${count}`);
    }
  }
  for (const kind of ['The signature', 'First note', 'Names and fingers', 'Build it up', 'Up', 'Down', 'Up and down', 'The ladder']) {
    assert.ok(seen.has(kind), `${kind} was among ${[...seen].join(', ')}`);
  }
  // The ladder: one miss, and up from there, by tap and by key.
  assert.equal(await state(page), 'judging');
  const tempos = [];
  await page.tap('#stand-missed');
  judged += 1;
  for (let i = 0; i < 20 && (await state(page)) !== 'reached'; i += 1) {
    tempos.push(Number((await page.locator('#stand-bpm').innerText()).match(/^\d+/)[0]));
    await page.keyboard.press('Space');
    await page.waitForSelector('#stand[data-state="judging"]');
    await (i % 2 === 0 ? page.keyboard.press('c') : page.tap('#stand-clean'));
    judged += 1;
  }
  assert.equal(await state(page), 'reached', tempos.join(' '));
  assert.ok(tempos.every((tempo, i) => i === 0 || tempo >= tempos[i - 1]) && tempos.at(-1) === 100, `up to the goal: ${tempos.join(' ')}`);
  // Everything played since the cut waits on the device, and arrives once.
  assert.ok((await waiting(page)) >= judged + Math.floor(done / 2));
  await context.setOffline(false);
  await page.evaluate(() => window.dispatchEvent(new Event('online')));
  await page.waitForFunction(() => JSON.parse(localStorage.getItem('stand-kept') ?? '[]').length === 0, undefined, { timeout: 15000 });
  const all = (await practised(name)).slice(0);
  assert.equal(all.length - earlier.length, done + judged, 'each step and each pass once');
  await page.goto(`${base}/progress`);
  assert.match(await page.locator('body').innerText(), /How it has gone/);
  assert.deepEqual(problems, []);
  await context.close();
});

test('click and beat come from one clock: what leaves it is off by less than two milliseconds', async (t) => {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, bypassCSP: true });
  await context.addInitScript(() => {
    localStorage.setItem('welcomed', '1');
    window.heard = [];
    window.seenLate = [];
    document.addEventListener('stand:beat', (event) => window.seenLate.push(event.detail.late));
    const tap = `class Tap extends AudioWorkletProcessor { constructor() { super(); this.quiet = 9999; }
      process(inputs) { const [channel] = inputs[0]; if (channel) { for (let i = 0; i < channel.length; i += 1) {
        if (Math.abs(channel[i]) > 0.004) { if (this.quiet > 2400) { this.port.postMessage((currentFrame + i) / sampleRate); } this.quiet = 0; } else { this.quiet += 1; } } }
        else { this.quiet += 128; } return true; } }
      registerProcessor('tap', Tap);`;
    const { connect } = AudioNode.prototype;
    const Real = window.AudioContext;
    window.AudioContext = class extends Real {
      constructor() {
        super();
        this.audioWorklet.addModule(URL.createObjectURL(new Blob([tap], { type: 'text/javascript' }))).then(() => {
          const node = new AudioWorkletNode(this, 'tap');
          node.port.onmessage = (event) => window.heard.push(event.data);
          connect.call(node, this.destination);
          window.tapped = node;
        });
      }
    };
    AudioNode.prototype.connect = function tapped(to, ...more) {
      if (window.tapped && to instanceof AudioDestinationNode) {
        connect.call(this, window.tapped);
      }
      return connect.call(this, to, ...more);
    };
  });
  const page = await context.newPage();
  for (const [bpm, line] of [[132, 'concert F major, quarter = 132'], [77, 'own D major, 5 notes, quarter = 77, 3/4']]) {
    await page.goto(address(line), { waitUntil: 'networkidle' });
    await isReady(page);
    await page.click('#stand-list-button');
    await page.locator('#stand-list button', { hasText: 'Slow, with the click' }).click();
    const said = Number(await page.locator('#stand-bpm').innerText());
    await page.keyboard.press('Space');
    await page.waitForFunction(() => window.tapped);
    await page.keyboard.press('Space');
    await page.evaluate(() => {
      window.heard.length = 0;
      window.seenLate.length = 0;
    });
    await page.keyboard.press('Space');
    await page.waitForFunction(() => window.heard.length >= 12, undefined, { timeout: 30000 });
    const [heard, late] = await page.evaluate(() => [window.heard, window.seenLate]);
    const beat = 60 / said;
    const off = heard.map((at, k) => Math.abs(at - heard[0] - Math.round((at - heard[0]) / beat) * beat) * 1000);
    assert.ok(said <= bpm);
    assert.ok(Math.max(...off) < 2, `clicks at ${said} are off by up to ${Math.max(...off).toFixed(3)} ms`);
    const sorted = [...late].sort((a, b) => a - b);
    t.diagnostic(`at ${said}: clicks off by ${Math.max(...off).toFixed(3)} ms at the most; the beat is seen ${(sorted[Math.floor(sorted.length / 2)] * 1000).toFixed(1)} ms after it is heard (median), ${(sorted.at(-1) * 1000).toFixed(1)} at the most`);
    assert.ok(sorted[Math.floor(sorted.length / 2)] < 0.05, 'and it is seen with it');
    await page.keyboard.press('Space');
  }
  await context.close();
});

test('a pedal, the ladder to the hard change, hands-free, and a note that does not speak', async () => {
  const { context, page, problems } = await quietPage(browser);
  await context.addInitScript(faster(40));
  await page.goto(address('own C major, 2 octaves, goal 80', '&stage=full'), { waitUntil: 'networkidle' });
  await isReady(page);
  await page.keyboard.press('PageDown');
  assert.equal(await state(page), 'walking');
  await page.click('#stand-list-button');
  await page.locator('#stand-list button').last().click();
  assert.match(await page.locator('#stand-what').innerText(), /The ladder/);
  // Page Up after a pass is "not yet"; twice at the lowest sends to the hard change.
  for (let i = 0; i < 9 && !(await page.locator('#stand-what').innerText()).includes('Hard change'); i += 1) {
    await page.keyboard.press('PageDown');
    await page.waitForSelector('#stand[data-state="judging"]');
    await page.keyboard.press('PageUp');
  }
  assert.match(await page.locator('#stand-what').innerText(), /Hard change/);
  await page.keyboard.press('Space');
  await page.waitForFunction(() => document.getElementById('stand-what').innerText.includes('The ladder'), undefined, { timeout: 20000 });
  // Hands-free goes on by itself after a rest.
  await page.keyboard.press('Home');
  await page.click('#stand-list-button');
  await page.locator('#stand-list button', { hasText: 'Up, ' }).first().click();
  const before = await page.locator('#stand-count').innerText();
  await page.check('#stand-free');
  await page.locator('#stand-main').focus();
  await page.keyboard.press('Space');
  await page.waitForFunction((was) => document.getElementById('stand-count').innerText !== was && document.getElementById('stand').dataset.state === 'running', before, { timeout: 20000 });
  await page.keyboard.press('Space');
  await page.uncheck('#stand-free');
  // It does not speak: what to try.
  await page.click('#stand-silent');
  await page.locator('#stand-note-body button, #stand-note-body p').first().waitFor();
  assert.deepEqual(await violations(page), [], 'a note that does not speak');
  await page.keyboard.press('Escape');
  assert.deepEqual(problems, []);
  await context.close();
});

test('ear first hides the page until it was heard; thinking shows numbers alone; echo and the other fingering are there', async () => {
  const { context, page, problems } = await quietPage(browser);
  await context.addInitScript(faster(40));
  await page.goto(address('concert Eb major, eighths', '&stage=full'), { waitUntil: 'networkidle' });
  await isReady(page);
  await page.keyboard.press('ArrowRight');
  await page.click('[data-open="stand-ways"]');
  await page.check('input[name=mode][value=ear]');
  await page.keyboard.press('Escape');
  assert.ok(await page.locator('#stand-ear').isVisible());
  assert.ok(!(await page.locator('#stand-music').isVisible()));
  await page.click('#stand-hear');
  await page.waitForFunction(() => document.getElementById('stand').dataset.state === 'idle' && !document.getElementById('stand-music').hidden, undefined, { timeout: 20000 });
  await page.click('[data-open="stand-ways"]');
  await page.check('input[name=mode][value=think]');
  await page.keyboard.press('Escape');
  await page.locator('#stand-covered .stand-wide .cover').first().waitFor();
  await page.locator('#stand-covered .stand-wide .cover').first().click();
  assert.equal(await page.locator('#stand-covered .stand-wide .cover').first().getAttribute('aria-pressed'), 'true');
  assert.ok(!(await page.locator('#stand-strip').isVisible()), 'names would tell');
  await page.click('[data-open="stand-ways"]');
  await page.check('input[name=mode][value=echo]');
  await page.check('#stand-other');
  await page.check('input[name=way][value=first-note]');
  await page.keyboard.press('Escape');
  assert.match(await page.locator('#stand-what').innerText(), /\S/);
  assert.deepEqual(problems, []);
  await context.close();
});

test('on plain http it works, and says what it cannot do there', async () => {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.addInitScript(() => localStorage.setItem('welcomed', '1'));
  await context.addInitScript(faster(40));
  const page = await context.newPage();
  const problems = [];
  page.on('pageerror', (error) => problems.push(error.message));
  await page.goto(address('concert F major').replace('127.0.0.1', 'band.test'), { waitUntil: 'networkidle' });
  await isReady(page);
  assert.equal(await page.evaluate(() => window.isSecureContext), false);
  await page.click('[data-open="stand-ways"]');
  assert.match(await page.locator('#stand-device-says').innerText(), /plain http/);
  await page.keyboard.press('Escape');
  await page.click('#stand-next');
  await page.locator('#stand-main').focus();
  await page.keyboard.press('Space');
  await page.waitForSelector('#stand[data-state="done"]', { timeout: 20000 });
  assert.deepEqual(problems, []);
  await context.close();
});

test('Stand, Today, plans and how it has gone are accessible, wide and on a phone, upright and flat', async () => {
  const { context, page, problems } = await quietPage(browser);
  const check = async (where, sizes = [[1280, 800], [390, 844]]) => {
    for (const [width, height] of sizes) {
      await page.setViewportSize({ width, height });
      assert.deepEqual(await violations(page), [], `${where} at ${width}`);
      const over = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
      assert.ok(over <= 0, `${where} at ${width} hangs over by ${over}`);
    }
  };
  await page.goto(address('concert F major, then arpeggio, long ends'), { waitUntil: 'networkidle' });
  await isReady(page);
  await check('stand', [[1280, 800], [390, 844], [844, 390], [320, 600]]);
  for (const [width, height] of [[390, 844], [844, 390], [320, 600]]) {
    await page.setViewportSize({ width, height });
    const go = await page.locator('#stand-go').boundingBox();
    assert.ok(go.height >= 44 && go.y + go.height <= height, `the main thing is on the screen at ${width} by ${height}`);
    const music = await page.locator('#stand-page').boundingBox();
    assert.ok(music.height >= 60, `and so is the music: ${music.height}`);
  }
  await page.goto(`${base}/stand`);
  await check('stand without a line');
  await comeIn(context, 'player');
  for (const path of ['/today', '/progress', '/mine']) {
    await page.goto(`${base}${path}`);
    await check(path);
  }
  await comeIn(context, 'director');
  await page.goto(`${base}/plans`);
  await check('plans');
  await page.click('.studies a');
  await page.waitForLoadState('networkidle');
  await check('a plan');
  assert.deepEqual(problems, []);
  await context.close();
});

test('on a shared tablet the next player finds nothing of the one before, and sends nothing of his', async () => {
  const context = await browser.newContext();
  await context.addInitScript(() => localStorage.setItem('welcomed', '1'));
  await comeIn(context, 'player');
  const page = await context.newPage();
  await page.goto(address('concert F major'), { waitUntil: 'networkidle' });
  await isReady(page);
  await page.waitForFunction(async () => (await caches.keys()).includes('stand-pages'));
  await page.evaluate(() => localStorage.setItem('stand-kept', JSON.stringify([{ id: '00000000-0000-4000-8000-000000000001', who: 'somebody-else', chair: 'x', line: 'concert F major', step: 'ladder', bpm: 60, unit: '1/4', clean: true, at: 0, seconds: 1 }])));
  await page.goto(`${base}/mine`);
  await page.waitForTimeout(600);
  assert.equal(await waiting(page), 1, 'it waits for the player whose it is');
  await Promise.all([page.waitForEvent('load'), page.locator('form[action$="/next-player"] button, form[action*="next"] button').first().click()]);
  await page.waitForFunction(async () => !(await caches.keys()).includes('stand-pages'));
  await context.close();
});
