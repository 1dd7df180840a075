// The whole band through the real interface: the score, rehearsal, the next lesson, packets made by real workers.
import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { after, before, test } from 'node:test';
import { base, comeIn, launch, pressed, quietPage, violations } from './support.mjs';

let browser;
before(async () => {
  browser = await launch();
});
after(() => browser?.close());

const line = encodeURIComponent('concert Eb major, then arpeggio, eighths, quarter = 160');

/** Does something that leads to another page, and waits until that is there. */
async function turned(page, action) {
  await Promise.all([page.waitForEvent('load'), action()]);
  await page.waitForLoadState('networkidle');
}

/** A page is accessible on a wide window and on a phone, and nothing of it hangs over the edge. */
async function isAccessible(page, where) {
  for (const [width, height] of [[1280, 800], [390, 844]]) {
    await page.setViewportSize({ width, height });
    assert.deepEqual(await violations(page), [], `${where} at ${width}`);
    const over = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    assert.ok(over <= 0, `${where} at ${width} hangs over by ${over}`);
  }
  await page.setViewportSize({ width: 1280, height: 800 });
}

test('a line of the Desk becomes a packet for the band by two presses, is made while one looks, and is opened', async () => {
  const { context, page, problems } = await quietPage(browser);
  await comeIn(context);
  await page.goto(`${base}/desk?line=${line}&for=flute`, { waitUntil: 'networkidle' });
  await page.click('[data-open="hand-out"]');
  await page.click('[data-packet]');
  await page.waitForURL(/packets\/[0-9a-f-]{36}/);
  await page.waitForSelector('#made progress');
  assert.deepEqual(await violations(page), [], 'while it is made');
  const said = await page.locator('#made h2').innerText();
  assert.match(said, /^\d+ of \d+ ready$/);
  // One can leave and come back.
  const address = page.url();
  await page.goto(`${base}/keys`);
  await page.goto(address);
  await page.waitForFunction(() => document.querySelector('#made h2')?.innerText.startsWith('Ready'), undefined, { timeout: 120000 });
  assert.equal(await page.locator('#made .warning').count(), 0);
  await isAccessible(page, 'packet');
  const pile = await context.request.get(await page.getByRole('link', { name: 'For the copier' }).evaluate((link) => link.href));
  assert.equal((await pile.body()).subarray(0, 5).toString(), '%PDF-');
  const zip = await context.request.get(await page.getByRole('link', { name: 'Everything (ZIP)' }).evaluate((link) => link.href));
  assert.equal((await zip.body()).subarray(0, 2).toString(), 'PK');
  // The same again is there at once.
  await turned(page, () => page.click('button[value="make"]'));
  assert.match(await page.locator('#made h2').innerText(), /^Ready/);
  assert.deepEqual(problems, []);
  await context.close();
});

test("a packet carries each player's own way in on a corner that is torn off, and a chorale is brought in", async () => {
  const { context, page, problems } = await quietPage(browser);
  await comeIn(context);
  await page.goto(`${base}/daily`);
  await page.click('.chorales summary');
  await page.fill('#chorale-name', 'Old harbour');
  const voices = ['G5', 'D5', 'B4', 'G3'].map((pitch, i) => `<part id="P${i + 1}"><measure number="1"><attributes><divisions>1</divisions></attributes><note><pitch><step>${pitch[0]}</step><octave>${pitch[1]}</octave></pitch><duration>4</duration></note></measure></part>`);
  await page.setInputFiles('#chorale-file', { name: 'harbour.musicxml', mimeType: 'text/xml', buffer: Buffer.from(`<score-partwise version="4.0"><part-list>${[1, 2, 3, 4].map((i) => `<score-part id="P${i}"><part-name>${i}</part-name></score-part>`).join('')}</part-list>${voices.join('')}</score-partwise>`) });
  await turned(page, () => page.click('text=Bring it in'));
  await page.selectOption('#daily-chorale', { label: 'Old harbour' });
  await turned(page, () => page.click('text=Take this'));
  await page.goto(`${base}/packets`);
  await page.fill('#new-title', 'Corners');
  await turned(page, () => page.click('text=New packet'));
  await page.locator('#packet-rows input.form-control').last().fill('concert Bb major');
  await turned(page, () => page.keyboard.press('Enter'));
  await page.locator('#packet-rows input.form-control').last().fill('chorale old harbour in concert Eb');
  await page.check('input[name=corners]');
  await page.click('.packet-who summary');
  const boxes = page.locator('.who input[type=checkbox]');
  for (let i = 3; i < (await boxes.count()); i += 1) {
    await boxes.nth(i).uncheck();
  }
  await turned(page, () => page.click('button[value="make"]'));
  await page.waitForFunction(() => document.querySelector('#made h2')?.innerText.startsWith('Ready'), undefined, { timeout: 60000 });
  assert.equal(await page.locator('#made .warning').count(), 0);
  const form = await page.locator('form[action$="corners.pdf"]').evaluate((one) => ({ action: one.action, token: one.querySelector('[name=_token]').value }));
  const printed = await context.request.post(form.action, { form: { _token: form.token, ...pressed() }, headers: { Origin: base } });
  assert.equal(printed.headers()['content-type'], 'application/pdf');
  const file = path.join(mkdtempSync(path.join(os.tmpdir(), 'swift-reed-corners-')), 'pile.pdf');
  writeFileSync(file, await printed.body());
  const words = execFileSync('pdftotext', [file, '-'], { encoding: 'utf8' });
  const addresses = words.replace(/\n/g, '').match(/http:\/\/band\.test:\d+\/p\/[A-Za-z0-9_-]{43}/g);
  assert.ok(addresses.length >= 2, words);
  assert.match(words, /Old harbour, (soprano|alto|tenor|bass)/);
  // A player comes in by it; the link before has ended.
  const other = await browser.newContext();
  const phone = await other.newPage();
  await phone.goto(addresses[0]);
  assert.match(await phone.locator('main').innerText(), /go on|Go on/);
  await other.close();
  assert.deepEqual(problems, []);
  await context.close();
});

test('rows of a packet are moved by dragging and by the keyboard, and keep their numbers', async () => {
  const { context, page, problems } = await quietPage(browser);
  await comeIn(context);
  await page.goto(`${base}/packets`);
  await isAccessible(page, 'list of packets');
  await page.fill('#new-title', 'Dragged');
  await turned(page, () => page.click('text=New packet'));
  for (const one of ['concert C major', 'concert F major', 'concert Bb major']) {
    await page.locator('#packet-rows input.form-control').last().fill(one);
    await turned(page, () => page.keyboard.press('Enter'));
  }
  const rows = () => page.locator('#packet-rows li').evaluateAll((all) => all.slice(0, -1).map((one) => `${one.querySelector('.row-number').innerText} ${one.querySelector('.form-control').value}`));
  assert.deepEqual(await rows(), ['1 concert C major', '2 concert F major', '3 concert Bb major']);
  await turned(page, () => page.locator('#packet-rows li').nth(2).locator('.grip').dragTo(page.locator('#packet-rows li').first(), { targetPosition: { x: 40, y: 4 } }));
  assert.deepEqual(await rows(), ['3 concert Bb major', '1 concert C major', '2 concert F major']);
  await turned(page, () => page.getByRole('button', { name: 'Move "concert C major" down' }).press('Enter'));
  assert.deepEqual(await rows(), ['3 concert Bb major', '2 concert F major', '1 concert C major']);
  await turned(page, () => page.getByRole('button', { name: 'Take "concert F major" out' }).press('Enter'));
  assert.deepEqual(await rows(), ['3 concert Bb major', '1 concert C major']);
  assert.deepEqual(problems, []);
  await context.close();
});

test('the score is heard, and a press on a note shows what everybody has; one key moves everybody on', async () => {
  const { context, page, problems } = await quietPage(browser);
  await comeIn(context);
  await page.goto(`${base}/score?line=${line}`, { waitUntil: 'networkidle' });
  assert.match(await page.locator('.together').innerText(), /sound together|sound|leave/);
  await isAccessible(page, 'score');
  await page.fill('#band-bpm', '300');
  const asked = page.waitForResponse((answer) => answer.url().includes('/score/sound.json'));
  await page.click('[data-band-play]');
  const parts = (await (await asked).json()).parts;
  assert.ok(parts.length >= 2, 'octaves of the band');
  assert.equal(await page.getAttribute('[data-band-play]', 'aria-pressed'), 'true');
  await page.waitForSelector('.score-place.sounding');
  await page.click('[data-band-play]');
  assert.equal(await page.getAttribute('[data-band-play]', 'aria-pressed'), 'false');
  // A section against another: only their players are asked for.
  await page.selectOption('#band-hear', { label: 'Horns' });
  await page.selectOption('#band-against', { label: 'Flutes' });
  const two = page.waitForRequest((one) => one.url().includes('/score/sound.json'));
  await page.click('[data-band-play]');
  assert.ok(new URL((await two).url()).searchParams.getAll('who[]').length >= 2);
  await page.click('[data-band-play]');
  const clash = page.waitForResponse((answer) => answer.url().includes('own='));
  await page.click('[data-band-own]');
  const clashing = (await (await clash).json()).parts.map((part) => part.notes[0].midi % 12);
  assert.ok(new Set(clashing).size > 1, 'two keys at once');
  await page.click('[data-band-play]');
  const [download] = await Promise.all([page.waitForEvent('download'), page.click('[data-band-wav]')]);
  assert.match(download.suggestedFilename(), /^practice-300\.wav$/);
  // In concert pitch everybody has the same signature.
  await turned(page, () => page.getByRole('link', { name: 'in concert pitch' }).click());
  await page.locator('a.score-place').nth(4).click();
  await page.waitForSelector('#rehearse');
  assert.match(await page.locator('.rehearse-now [role=status]').innerText(), /note 5 of/);
  await isAccessible(page, 'rehearsal');
  await page.locator('body').press('ArrowRight');
  await page.waitForFunction(() => document.querySelector('.rehearse-now [role=status]').innerText.includes('note 6 of'));
  await page.locator('body').press('Space');
  await page.waitForFunction(() => document.querySelector('.rehearse-now [role=status]').innerText.includes('note 7 of'));
  await page.locator('body').press('ArrowLeft');
  await page.waitForFunction(() => document.querySelector('.rehearse-now [role=status]').innerText.includes('note 6 of'));
  await page.fill('#rehearse-place', 'somewhere');
  await page.keyboard.press('Enter');
  await page.waitForSelector('[role=alert]');
  await isAccessible(page, 'a place that is not there');
  assert.deepEqual(problems.filter((one) => !one.includes('422')), []);
  await context.close();
});

test('the next lesson is one card, and the next key one press', async () => {
  const { context, page, problems } = await quietPage(browser);
  await comeIn(context);
  await page.goto(`${base}/lesson`, { waitUntil: 'networkidle' });
  const first = await page.locator('h1').innerText();
  await isAccessible(page, 'next lesson');
  await turned(page, () => page.click('text=Next key'));
  assert.notEqual(await page.locator('h1').innerText(), first);
  await page.goto(`${base}/daily`, { waitUntil: 'networkidle' });
  assert.ok((await page.locator('.exercises li').count()) >= 5);
  await isAccessible(page, 'sheet of the day');
  await turned(page, () => page.getByRole('link', { name: 'Chorale in four voices' }).click());
  assert.match(await page.locator('.together').innerText(), /in 4 voices/);
  assert.deepEqual(problems, []);
  await context.close();
});

test('visitors see the score of the instruments, and no players', async () => {
  const { context, page, problems } = await quietPage(browser);
  await page.goto(`${base}/score?line=${line}`, { waitUntil: 'networkidle' });
  assert.equal(await page.locator('text=Packet for the band').count(), 0);
  assert.equal(await page.locator('.who-table tbody th').first().innerText(), 'Flute');
  await isAccessible(page, 'score for visitors');
  assert.deepEqual(problems, []);
  await context.close();
});
