// The other rooms in headless Chromium. bin/test starts the server and sets TEST_PORT.
import assert from 'node:assert/strict';
import { after, before, beforeEach, test } from 'node:test';
import { base, comeIn, launch, quietPage, violations } from './support.mjs';

let browser;
let context;
let page;
let problems;

before(async () => {
  browser = await launch();
});
after(() => browser?.close());
beforeEach(async () => {
  await context?.close();
  ({ context, page, problems } = await quietPage(browser));
});
const open = (address) => page.goto(base + address, { waitUntil: 'networkidle' });

test('a cell is drawn while it is typed, and a slip keeps what was typed', async () => {
  await open('/patterns');
  await page.fill('#cell', '1 3 5 3 / 5 3 1 3');
  await page.waitForFunction(() => document.querySelector('#cell-preview .how')?.textContent.includes('cell 1 3 5 3 / 5 3 1 3'));
  assert.equal(await page.locator('.cell-staves svg.music').count(), 3);
  await page.fill('#cell', '1 3 zz');
  await page.waitForSelector('#cell-preview [role=alert]');
  assert.match(await page.textContent('#cell-preview'), /Column 5/);
  assert.equal(await page.inputValue('#cell'), '1 3 zz');
});

const OF_EVERYBODY = ['/desk', '/keys', '/keys?naming=own&key=F', '/fingerings?for=clarinet-bb', '/fingerings?for=trombone&setup[]=f-attachment', '/fingerings/strip?line=own%20C', '/fingerings/trills?for=flute', '/fingerings/large?for=oboe', '/fingerings/large?of=line&line=own%20D%20major&for=tuba-bbb', '/fingerings/keys?for=bass-trombone', '/fingerings/trills?for=horn-f&setup=double', '/compare?line=concert%20F&for=horn-f&other=double', '/desk?line=concert%20F%2C%20tetra%2C%20keys%20by%20fourths&working=1', '/patterns', '/sheets/new', '/bring-in', '/sign-in', '/code', '/p/aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa', '/nowhere'];
const OF_A_BAND = ['/folder', '/sheets', '/band', '/band/list', '/band/settings', '/band/audit', '/account'];

test('every page is quiet: no errors, nothing from elsewhere, labelled, no sideways scrolling', async () => {
  await isQuiet(OF_EVERYBODY);
  await comeIn(context);
  await isQuiet([...OF_A_BAND, '/desk?line=concert%20F', '/patterns']);
  await context.clearCookies();
  await comeIn(context, 'player');
  await isQuiet(['/mine', '/account', '/desk']);
  assert.deepEqual(problems, []);
});

async function isQuiet(addresses) {
  for (const address of addresses) {
    for (const width of [1280, 1024, 390]) {
      await page.setViewportSize({ width, height: 800 });
      await open(address);
      const found = await page.evaluate(() => ({
        wide: document.documentElement.scrollWidth - window.innerWidth,
        unlabelled: [...document.querySelectorAll('input:not([type=hidden]), select')].filter((one) => !one.labels?.length && !one.getAttribute('aria-label')).map((one) => one.outerHTML),
        nameless: [...document.querySelectorAll('a, button')].filter((one) => !one.textContent.trim() && !one.getAttribute('aria-label')).map((one) => one.outerHTML),
        twins: [...document.querySelectorAll('[id]')].map((one) => one.id).filter((id, i, all) => all.indexOf(id) !== i),
        headings: document.querySelectorAll('h1').length,
      }));
      assert.ok(found.wide <= 0, `${address} is ${found.wide}px too wide at ${width}`);
      assert.deepEqual([found.unlabelled, found.nameless, found.twins], [[], [], []], `${address} at ${width}`);
      assert.equal(found.headings, 1, address);
    }
  }
}

test('every page can be read by everybody', async () => {
  await isReadable(['/sheets/new', '/patterns', '/bring-in', '/keys', '/keys?naming=own&key=F', '/compare?line=concert%20F&for=horn-f&other=double', '/sign-in', '/code', '/nowhere', '/desk?line=own%20G%20major&for=bassoon', '/desk/talk?line=own%20G%20major&for=bassoon', '/desk/think?line=own%20G%20major&for=bassoon', '/fingerings?for=alto-sax', '/fingerings/keys?for=bassoon', '/fingerings/keys?for=trumpet-bb', '/fingerings/large?for=bassoon&register=tenor', '/fingerings/trills?for=bassoon', '/fingerings/trills?for=trombone&setup=f-attachment', '/fingerings/strip?line=own%20C%20major&for=oboe']);
  await comeIn(context);
  await isReadable(OF_A_BAND);
  await open('/band');
  await page.click('text=Nessa');
  await page.waitForSelector('.chair');
  assert.deepEqual(await violations(page), [], 'a player');
  await open('/band/list');
  await page.fill('#list-text', 'Ada, flute\nBo, horne\nCleo, sax, beginner');
  await page.click('text=See how it is understood');
  await page.waitForSelector('.preview');
  assert.deepEqual(await violations(page), [], 'a list as it was understood');
  await context.clearCookies();
  await comeIn(context, 'player');
  await isReadable(['/mine', '/account']);
  assert.deepEqual(problems, []);
});

async function isReadable(addresses) {
  for (const address of addresses) {
    for (const width of [1280, 390]) {
      await page.setViewportSize({ width, height: 844 });
      await open(address);
      assert.deepEqual(await violations(page), [], `${address} at ${width}`);
    }
  }
}

test('a line is thought under covers: shown bar by bar, covered again, by mouse and keys', async () => {
  await open('/desk?line=own%20G%20major%2C%20thirds%2C%20eighths&for=clarinet-bb');
  await page.click('.deeds .menu summary');
  await page.click('text=Think it');
  await page.waitForSelector('.cover');
  const shown = () => page.locator('.cover[aria-pressed=true]').count();
  const bars = await page.locator('.cover').count();
  assert.equal(bars, 4);
  assert.equal(await shown(), 0);
  await page.keyboard.press('n');
  await page.keyboard.press('n');
  assert.equal(await shown(), 2);
  assert.match(await page.textContent('#covers-status'), /^Bar 2: /);
  await page.locator('.cover').nth(3).focus();
  await page.keyboard.press('Enter');
  assert.match(await page.locator('.cover').nth(3).getAttribute('aria-label'), /^Bar 4: /);
  await page.locator('.cover').nth(0).click();
  assert.equal(await shown(), 2);
  assert.match(await page.locator('.cover').nth(0).getAttribute('aria-label'), /^Bar 1, covered: 1 3 2 4/);
  const answer = await page.locator('.cover').nth(0).evaluate((one) => getComputedStyle(one.querySelector('rect')).fill);
  assert.notEqual(answer, 'none');
  await page.keyboard.press('c');
  assert.equal(await shown(), 0);
  await page.click('text=Show everything');
  await page.waitForSelector('.note-region');
  assert.equal(await page.locator('.cover').count(), 0);
});

test('a line is talked through one note at a time, and read aloud where the browser has a voice', async () => {
  const { context, page, problems } = await quietPage(browser);
  // A voice of our own that is done at once, and keeps what it was given to say.
  await context.addInitScript(() => {
    window.said = [];
    window.SpeechSynthesisUtterance = function Utterance(text) { this.text = text; };
    const voice = { cancel() {}, speak(one) { window.said.push(one.text); setTimeout(() => one.onend(), 5); } };
    Object.defineProperty(window, 'speechSynthesis', { value: voice, configurable: true });
  });
  await page.goto(`${base}/desk/talk?for=trumpet-bb&line=${encodeURIComponent('own Bb major, 5 notes, up only')}`);
  const open = () => page.locator('.talk li[aria-current=step]');
  assert.equal(await open().count(), 1);
  assert.match(await open().textContent(), /B♭3.*One\./s);
  await page.keyboard.press('ArrowRight');
  assert.match(await open().textContent(), /C4.*Open\./s);
  assert.deepEqual(await violations(page), []);
  await page.keyboard.press('ArrowLeft');
  await page.click('#talk-read');
  await page.waitForFunction(() => window.said.length === 5);
  await page.waitForFunction(() => document.getElementById('talk-read').getAttribute('aria-pressed') === 'false');
  const said = await page.evaluate(() => window.said);
  assert.match(said[0], /^B flat: one\./);
  assert.match(said[2], /^D: one and three\. .*third slide out, about a finger’s breadth\./);
  // For beginners the fingering alone, from the first note on again.
  await page.check('#talk-short');
  await page.click('#talk-read');
  await page.waitForFunction(() => window.said.length === 10);
  assert.deepEqual(
    (await page.evaluate(() => window.said)).slice(5),
    ['B flat: one.', 'C: open.', 'D: one and three.', 'E flat: two and three.', 'F: one.'],
  );
  assert.deepEqual(problems, []);
  await context.close();
});

test('a line is opened for talking through and printed from there', async () => {
  await open('/desk?line=own%20G%20major%2C%202%20octaves&for=clarinet-bb');
  await page.click('.deeds .menu summary');
  await page.click('text=Talk it through');
  await page.waitForSelector('.talk li');
  assert.equal(await page.locator('.talk li').count(), 29);
  assert.match(await page.getAttribute('text=Print it', 'href'), /talk\.pdf/);
  await page.setViewportSize({ width: 390, height: 844 });
  assert.ok((await page.evaluate(() => document.documentElement.scrollWidth)) <= 391, 'nothing sticks out of a narrow window');
});
