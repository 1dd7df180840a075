// People: a director's first hour, a player on a phone, a shared tablet. Names are made up.
import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { after, before, test } from 'node:test';
import { base, comeIn, director, launch, pressed, quietPage } from './support.mjs';

const root = path.resolve(import.meta.dirname, '../..');
const publicAddress = `http://band.test:${process.env.TEST_PORT}`;
const folder = mkdtempSync(path.join(os.tmpdir(), 'swift-reed-people-'));
const instruments = ['flute', 'oboe', 'clarinet', 'bass clarinet', 'alto sax', 'tenor sax', 'horn', 'trumpet', 'trombone', 'tuba'];
const names = Array.from({ length: 40 }, (_, i) => `${'Ab Bel Cor Dun El Fay Gil Hob Ivo Jas'.split(' ')[i % 10]}${'a en wyn o'.split(' ')[Math.floor(i / 10)]}`);

let browser;
before(async () => {
  browser = await launch();
});
after(() => browser?.close());

test("a director's first hour: code, band, a list of forty, slips, and a player comes in on a phone", async () => {
  const { context, page, problems } = await quietPage(browser);
  const code = execFileSync('php', ['bin/console', 'account:code', '--first'], { cwd: root, encoding: 'utf8' }).trim();
  assert.match(code, /^([a-z2-8]{5}-){3}[a-z2-8]{5}$/);
  await page.goto(`${base}/code`);
  await page.fill('#code', code);
  await page.click('text=Go on');
  await page.fill('#code-name', 'Robin Ashe');
  await page.fill('#code-band', 'Thursday winds');
  await page.fill('#code-phrase', 'clarinet clarinet');
  await page.click('text=Come in');
  assert.match(await page.textContent('[role=alert]'), /many people use/);
  assert.equal(await page.inputValue('#code-name'), 'Robin Ashe', 'what was typed is kept');
  await page.fill('#code-phrase', 'seven boats under grey hills');
  await page.click('text=Come in');
  await page.waitForURL('**/band');
  assert.match(await page.textContent('.empty'), /Nobody is in the band yet/);

  const list = path.join(folder, 'players.csv');
  writeFileSync(list, ['Instrument;Name;Year', ...names.map((name, i) => `${instruments[i % instruments.length]};${name};${['first year', 'developing', ''][i % 3]}`), 'kazoo;Zed;'].join('\n'));
  await page.click('text=Bring in a list');
  await page.setInputFiles('#list-file', list);
  await page.click('text=See how it is understood');
  assert.match(await page.textContent('.preview caption'), /^41 rows were read; rows in doubt: 1$/);
  assert.match(await page.textContent('.doubtful'), /kazoo/);
  assert.equal(await page.locator('.preview input[type=checkbox]:checked').count(), 40, 'what is not understood is not taken by itself');
  await page.click('text=Take those marked');
  await page.waitForURL('**/band');
  assert.match(await page.textContent('.page-head'), /40 players, in the order of the score/);
  assert.match(await page.textContent('tbody tr:first-child'), /Flute/);

  // The slips, as a reader of PDF reads them.
  const form = await page.locator('#slips-form').evaluate((one) => ({ action: one.action, token: one.querySelector('[name=_token]').value }));
  const slips = await context.request.post(form.action, { form: { _token: form.token, ...pressed() }, headers: { Origin: base } });
  assert.equal(slips.headers()['content-type'], 'application/pdf');
  const pdf = path.join(folder, 'slips.pdf');
  writeFileSync(pdf, await slips.body());
  const text = execFileSync('pdftotext', ['-raw', pdf, '-'], { encoding: 'utf8' });
  assert.equal(text.match(/Your own way in\./g).length, 40);
  const links = [...text.matchAll(/http:\/\/band\.test:\d+\/p\/[\w-]+(?:\n[\w-]+)*/g)].map((found) => found[0].replaceAll('\n', '').slice(0, publicAddress.length + 3 + 43));
  assert.equal(new Set(links).size, 40, 'everybody has an own way in');

  const phone = await browser.newContext({ viewport: { width: 390, height: 844 } });
  await phone.addInitScript(() => localStorage.setItem('welcomed', '1'));
  const hers = await phone.newPage();
  await hers.goto(links[0]);
  assert.equal((await phone.cookies()).length, 0, 'looking at a link signs nobody in');
  await hers.click('text=Go on');
  await hers.waitForURL('**/mine');
  await hers.click('text=Make a study');
  await hers.waitForSelector('.music');
  assert.equal(await hers.locator('[data-room=band], [data-room=folder]').count(), 0, 'a player has no rooms of the teacher');
  assert.ok((await hers.evaluate(() => document.documentElement.scrollWidth)) <= 390);
  await page.reload();
  assert.equal(await page.locator('td:text-is("has come in")').count(), 1);

  // The director leaves, and comes back by pass phrase to where he was.
  await page.click('.own-link');
  await page.click('text=Sign out >> nth=0');
  await page.waitForURL('**/desk');
  await page.goto(`${base}/band/settings`);
  await page.waitForURL('**/sign-in?back=**');
  await page.fill('#sign-in-name', 'robin ashe');
  await page.fill('#sign-in-phrase', 'seven boats under grey hills');
  await page.click('.door .btn');
  await page.waitForURL('**/band/settings');
  await page.selectOption('#band-paper', 'letter');
  await page.selectOption('#key-order', 'half steps');
  await page.fill('#band-tempo', '84');
  await page.click('text=Keep >> nth=0');
  await page.waitForSelector('.done');
  await page.goto(`${base}/desk`);
  assert.equal(await page.getAttribute('#state', 'data-line'), 'concert F major, eighths, quarter = 84');
  await page.click('#print');
  assert.equal(await page.isChecked('input[name=paper][value=letter]'), true);
  await page.keyboard.press('Escape');
  await page.keyboard.press('k');
  await page.waitForFunction(() => document.getElementById('state').dataset.line.startsWith('concert Gb'));
  assert.deepEqual(problems, []);
  await context.close();
  await phone.close();
});

test('on a shared tablet the next player finds nobody signed in, and "back" shows nothing of the one before', async () => {
  const { context, page } = await quietPage(browser);
  await comeIn(context, 'player');
  await page.goto(`${base}/mine`);
  const name = await page.textContent('h1');
  await page.click('text=Next player');
  assert.match(await page.textContent('[role=status]'), /Nobody is signed in now/);
  await page.goBack();
  await page.waitForLoadState('networkidle');
  assert.notEqual(await page.textContent('h1'), name);
  await context.close();
});

test('two pupils of one tablet and four devices stay two, and a renewed link casts out', async () => {
  const { context, page } = await quietPage(browser);
  await comeIn(context);
  const links = {};
  for (const name of ['Ilo', 'Petra']) {
    await page.goto(`${base}/band`);
    await page.click(`a:text-is("${name}")`);
    await page.click('form[action$="/link"] button');
    links[name] = new URL((await page.textContent('.once code')).trim()).pathname;
  }
  const devices = {};
  const on = async (device) => {
    if (!devices[device]) {
      const own = await browser.newContext({ viewport: { width: 820, height: 1180 } });
      await own.addInitScript(() => localStorage.setItem('welcomed', '1'));
      devices[device] = await own.newPage();
    }
    return devices[device];
  };
  const whoIsIn = async (device) => {
    const names = [];
    for (const address of ['/mine', '/today', '/progress', '/record/mine', '/work-it-out']) {
      await (await on(device)).goto(`${base}${address}`);
      names.push((await devices[device].textContent('.who-plays strong')).trim());
    }
    assert.equal(new Set(names).size, 1, names.join());
    return names[0];
  };
  const tablet = await on('tablet');
  await tablet.goto(`${base}${links.Ilo}`);
  await tablet.click('text=Go on');
  await tablet.waitForURL('**/mine');
  assert.equal(await whoIsIn('tablet'), 'Ilo');
  await tablet.goto(`${base}${links.Petra}`);
  assert.match(await tablet.textContent('.goes-out'), /Petra\? Then Ilo goes out/);
  await tablet.click('text=Go on as Petra');
  await tablet.waitForURL('**/mine');
  assert.equal(await whoIsIn('tablet'), 'Petra');
  for (const [device, name] of [['phone', 'Ilo'], ['home', 'Petra'], ['other phone', 'Ilo'], ['borrowed', 'Ilo']]) {
    await (await on(device)).goto(`${base}${links[name]}`);
    await devices[device].click('text=Go on');
    await devices[device].waitForURL('**/mine');
  }
  for (const [device, name] of [['tablet', 'Petra'], ['phone', 'Ilo'], ['home', 'Petra'], ['other phone', 'Ilo'], ['borrowed', 'Ilo']]) {
    assert.equal(await whoIsIn(device), name, device);
  }
  await tablet.goto(`${base}/today`);
  await tablet.click('text=not you?');
  await tablet.waitForURL('**/next-player');
  await page.goto(`${base}/band`);
  await page.click('a:text-is("Ilo")');
  await page.click('form[action$="/link"] button');
  for (const device of ['phone', 'other phone', 'borrowed']) {
    await devices[device].goto(`${base}/mine`);
    assert.match(devices[device].url(), /sign-in/, `${device} is out`);
  }
  assert.equal(await whoIsIn('home'), 'Petra');
  await Promise.all(Object.values(devices).map((one) => one.context().close()));
  await context.close();
});

test('a session that ended comes back in place, and the press is done once', async () => {
  const { context, page, problems } = await quietPage(browser);
  await comeIn(context);
  await page.goto(`${base}/record`);
  const row = page.locator('.hear-list li').first();
  const name = (await row.locator('strong').textContent()).trim();
  await context.clearCookies();
  await row.locator('button[value=passed]').click();
  await page.fill('#again-who', director.name);
  await page.fill('#again-secret', director.phrase);
  await page.click('text=Come in and do it');
  await page.waitForURL('**/record?**entered=**');
  assert.ok((await page.textContent('.done')).includes(name));
  // A script asks on the page where one is.
  await page.goto(`${base}/record/grid`);
  await context.clearCookies();
  await page.locator('#record-grid tbody td:not(.is-passed) button').first().click();
  await page.click('#record-enter [data-result=passed]');
  await page.waitForSelector('#come-in[open]');
  await page.fill('#come-in-secret', director.phrase);
  await page.click('#come-in .btn-primary');
  await page.waitForSelector('#record-status [data-withdraw]');
  assert.deepEqual(problems, []);
  await context.close();
});

test('an assistant comes in by invitation, leads players, and finds no settings', async () => {
  const { context, page } = await quietPage(browser);
  await comeIn(context);
  await page.goto(`${base}/band/settings`);
  await page.click('text=Invite an assistant');
  const link = (await page.textContent('.once code')).replace(publicAddress, base);
  const hers = await browser.newContext();
  const guest = await hers.newPage();
  await guest.goto(link);
  await guest.fill('#code-name', `Wren Holt ${Date.now()}`);
  await guest.fill('#code-phrase', 'five kettles past the orchard');
  await guest.click('text=Come in');
  await guest.waitForURL('**/band');
  assert.equal(await guest.locator('text=Settings').count(), 0);
  assert.equal((await guest.goto(`${base}/band/settings`)).status(), 403);
  assert.equal((await guest.goto(link)).status(), 200);
  assert.match(await guest.textContent('[role=alert]'), /not good \(any more\)/);
  await context.close();
  await hers.close();
});

test('a session that somebody else has prepared opens nothing', async () => {
  const headers = { Origin: base };
  const fixed = 'aaaaaaaaaaaaaaaaaaaaaaaaaa';
  const context = await browser.newContext();
  await context.addCookies([{ name: 'reed', value: fixed, url: base }]);
  const answer = await context.request.post(`${base}/sign-in`, { form: { ...director, ...pressed() }, headers, maxRedirects: 0 });
  const cookie = answer.headersArray().map((one) => one.value).find((one) => one.startsWith('reed='));
  assert.match(cookie, /HttpOnly/i);
  assert.match(cookie, /SameSite=Lax/i);
  assert.ok(!cookie.includes(fixed), 'the number is a new one');
  const thief = await browser.newContext();
  await thief.addCookies([{ name: 'reed', value: fixed, url: base }]);
  assert.match((await thief.request.get(`${base}/band`)).url(), /sign-in/);
  // Who was signed in before and signs in anew gets another number, and the old one is no good.
  const before = (await context.cookies()).find((one) => one.name === 'reed').value;
  const page = await context.newPage();
  await page.goto(`${base}/account`);
  const token = await page.locator('[name=_token]').first().inputValue();
  await context.request.post(`${base}/sign-in`, { form: { ...director, ...pressed(), _token: token }, headers });
  const after = (await context.cookies()).find((one) => one.name === 'reed').value;
  assert.notEqual(after, before);
  await thief.clearCookies();
  await thief.addCookies([{ name: 'reed', value: before, url: base }]);
  assert.match((await thief.request.get(`${base}/band`)).url(), /sign-in/, 'the old session is gone');
  await context.close();
  await thief.close();
});
