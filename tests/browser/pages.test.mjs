// The real interface in headless Chromium. bin/test starts the server and sets TEST_PORT.
import assert from 'node:assert/strict';
import { after, before, beforeEach, test } from 'node:test';
import { readFileSync } from 'node:fs';
import { chromium } from 'playwright-core';

const base = `http://127.0.0.1:${process.env.TEST_PORT}`;
let browser;
let page;
const problems = [];

before(async () => {
  browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
  });
});
after(() => browser?.close());
beforeEach(async () => {
  await page?.close();
  page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  problems.length = 0;
  page.on('pageerror', (error) => problems.push(error.message));
  page.on('request', (request) => {
    if (!request.url().startsWith(base) && !request.url().startsWith('data:')) {
      problems.push(`content from elsewhere: ${request.url()}`);
    }
  });
});
const open = (address) => page.goto(base + address, { waitUntil: 'networkidle' });
const title = () => page.textContent('.paper-head h1');
const drawnAnew = async (action) => {
  const answer = page.waitForResponse((response) => response.url().includes('/desk?'));
  await action();
  await answer;
  await page.waitForLoadState('networkidle');
};

test('typing the line redraws the page and moves the address, without losing the cursor', async () => {
  await open('/desk');
  await page.fill('#line', '');
  await drawnAnew(() => page.type('#line', 'concert Bb major, 2 octaves', { delay: 4 }));
  await page.waitForFunction(() => document.querySelectorAll('.note-region').length === 29);
  assert.equal(await title(), 'C major, 2 octaves');
  assert.equal(await page.evaluate(() => document.activeElement.id), 'line');
  assert.match(decodeURIComponent(page.url()), /concert Bb major, 2 octaves/);
  await page.reload();
  assert.equal(await page.inputValue('#line'), 'concert Bb major, 2 octaves');
  assert.deepEqual(problems, []);
});

test('a slip is told under the column while the last music stays', async () => {
  await open('/desk?line=concert%20F');
  await page.fill('#line', 'concert F majr');
  await page.waitForSelector('.line-error');
  assert.match(await page.textContent('.line-error'), /Column 11/);
  assert.equal(await page.textContent('.line-error mark'), 'majr');
  assert.equal(await title(), 'G major');
  await page.fill('#line', 'concert F major');
  await page.waitForSelector('.line-error', { state: 'detached' });
});

test('suggestions are chosen with the arrow keys', async () => {
  await open('/desk');
  await page.fill('#line', '');
  await page.type('#line', 'concert Ab dor');
  await page.waitForSelector('#suggestions:not([hidden]) [role=option]');
  await page.keyboard.press('ArrowDown');
  await drawnAnew(() => page.keyboard.press('Enter'));
  assert.equal(await page.inputValue('#line'), 'concert Ab dorian');
  await page.waitForFunction(() => document.querySelector('h1').textContent.startsWith('B♭ dorian'));
});

test('a choice says its clause in the line', async () => {
  await open('/desk?line=concert%20C%20major');
  await drawnAnew(() => page.selectOption('#choice-rhythm', 'triplets'));
  await page.waitForFunction(() => document.getElementById('line').value === 'concert C major, triplets');
  await page.focus('#choice-tonic');
  await drawnAnew(() => page.selectOption('#choice-tonic', 'Eb'));
  await page.waitForFunction(() => document.getElementById('line').value === 'concert Eb major, triplets');
  assert.equal(await page.evaluate(() => document.activeElement.id), 'choice-tonic');
});

test('instruments, set-ups and rows change the page', async () => {
  await open('/desk?line=concert%20F%20major');
  await drawnAnew(() => page.click('#for-horn-f'));
  await page.waitForFunction(() => document.querySelector('.paper-head h1').textContent === 'C major');
  await drawnAnew(() => page.selectOption('.setup-choice', 'double'));
  await page.waitForFunction(() => [...document.querySelectorAll('.music text')].some((one) => one.textContent === 'T'));
  const before = await page.locator('.music text').count();
  await drawnAnew(() => page.click('#row-d'));
  await page.waitForFunction((count) => document.querySelectorAll('.music text').length < count, before);
  assert.equal(await page.getAttribute('#row-d', 'aria-checked'), 'false');
});

test('arrow keys go from note to note and Enter opens the card', async () => {
  await open('/desk?line=concert%20G%20major,%202%20octaves');
  await page.focus('.note-region[data-note="0"]');
  for (let i = 0; i < 8; i += 1) {
    await page.keyboard.press('ArrowRight');
  }
  await page.keyboard.press('Enter');
  await page.waitForSelector('#card h2');
  assert.equal(await page.textContent('#card h2'), 'B4');
  assert.match(await page.textContent('#card'), /over the break/);
  assert.match(await page.getAttribute('.note-region[data-note="8"]', 'aria-label'), /B 4, degree 2/);
  await page.keyboard.press('ArrowRight');
  await page.waitForFunction(() => document.querySelector('#card h2')?.textContent === 'C♯5');
  await page.keyboard.press('Escape');
  assert.equal(await page.isVisible('#card'), false);
});

test('shortcuts: next key, next instrument, rows, help', async () => {
  await open('/desk?line=concert%20C%20major&for=flute');
  await drawnAnew(() => page.keyboard.press('k'));
  await page.waitForFunction(() => document.getElementById('line').value === 'concert F major');
  await drawnAnew(() => page.keyboard.press('K'));
  await page.waitForFunction(() => document.getElementById('line').value === 'concert C major');
  await drawnAnew(() => page.keyboard.press('i'));
  await page.waitForFunction(() => document.querySelector('h1').textContent === 'D major');
  await page.keyboard.press('?');
  assert.equal(await page.isVisible('#help'), true);
  await page.keyboard.press('Escape');
  await page.waitForSelector('#help', { state: 'hidden' });
  await page.keyboard.press('/');
  await page.waitForFunction(() => document.activeElement.id === 'line');
});

test('a study is saved, found, changed, deleted and brought back', async () => {
  const name = `Browser study ${Date.now()}`;
  await open('/desk?line=concert%20D%20blues&for=tenor-sax');
  await page.keyboard.press('s');
  await page.fill('#save-name', name);
  await page.click('#save-form .btn-primary');
  await page.waitForSelector('.saved-note');
  await drawnAnew(() => page.fill('#line', 'concert D blues, eighths'));
  await page.click('[data-open=save]');
  await page.click('#save-form .btn-primary');
  await page.waitForSelector('.saved-note');
  await open('/folder');
  await page.fill('#q', name);
  await page.waitForFunction(() => document.querySelectorAll('.studies li').length === 1);
  assert.equal(await page.textContent('.study-line'), 'concert D blues, eighths');
  await page.click('[aria-label^="Delete Browser"]');
  await page.waitForSelector('.undo');
  await page.click('.undo button');
  await page.waitForLoadState('networkidle');
  assert.equal(await page.locator(`.study-name:text-is("${name}")`).count(), 1);
  assert.deepEqual(problems, []);
});

test('the study sounds: the note is marked, the loop begins again, stop is silence', async () => {
  await open('/desk?line=concert%20C%20major%2C%205%20notes%2C%20sixteenths%2C%20quarter%20%3D%20200&for=flute');
  await page.uncheck('[name=pitch]');
  await page.uncheck('[name=count]');
  await page.check('[name=loop]');
  await page.click('#play');
  await page.waitForSelector('.note-region.sounding[data-note="5"]');
  await page.waitForSelector('.note-region.sounding[data-note="0"]');
  await page.waitForSelector('.note-region.sounding[data-note="5"]');
  assert.equal(await page.getAttribute('#play', 'aria-pressed'), 'true');
  await page.keyboard.press('h');
  await page.waitForFunction(() => document.querySelectorAll('.sounding').length === 0);
  assert.equal(await page.getAttribute('#play', 'aria-pressed'), 'false');
  assert.deepEqual(problems, []);
});

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

test('the keys of a line are gone through in their order', async () => {
  await open('/desk?line=own%20C%20major%2C%20keys%20by%20fifths&for=flute');
  await drawnAnew(() => page.keyboard.press('k'));
  await page.waitForFunction(() => document.querySelector('h1').textContent === 'G major');
  assert.equal(await page.inputValue('#line'), 'own C major, keys by fifths');
  assert.match(await page.textContent('.of-keys'), /2 of 12/);
});

test('every page is quiet: no errors, nothing from elsewhere, labelled, no sideways scrolling', async () => {
  for (const address of ['/desk', '/keys', '/keys?naming=own&key=F', '/folder', '/fingerings?for=clarinet-bb', '/fingerings?for=trombone&setup[]=f-attachment', '/fingerings/strip?line=own%20C', '/compare?line=concert%20F&for=horn-f&other=double', '/desk?line=concert%20F%2C%20tetra%2C%20keys%20by%20fourths&working=1', '/patterns', '/sheets', '/sheets/new', '/bring-in', '/nowhere']) {
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
  assert.deepEqual(problems, []);
});

const axe = readFileSync(new URL('../../node_modules/axe-core/axe.min.js', import.meta.url), 'utf8');
const violations = async () => {
  await page.evaluate(axe);
  const found = await page.evaluate(() => window.axe.run(document, { resultTypes: ['violations'], runOnly: ['wcag2a', 'wcag2aa'] }));
  return found.violations.map((one) => `${one.id}: ${one.nodes.map((node) => node.target.join(' ')).slice(0, 3).join(' | ')}`);
};

test('the pages that explain fingerings can be read by everybody', async () => {
  for (const address of ['/desk?line=own%20G%20major&for=bassoon', '/desk/talk?line=own%20G%20major&for=bassoon', '/desk/think?line=own%20G%20major&for=bassoon', '/fingerings?for=alto-sax', '/fingerings/keys?for=bassoon', '/fingerings/strip?line=own%20C%20major&for=oboe']) {
    await open(address);
    assert.deepEqual(await violations(), [], address);
  }
  assert.deepEqual(problems, []);
});

test('marks of what moves are switched by a key, and the drawings keep their fill', async () => {
  await open('/desk?line=own%20C%20major&for=clarinet-bb');
  const solid = () => page.evaluate(() => document.querySelectorAll('.music rect[fill="#23202b"]').length);
  const marks = () => page.evaluate(() => document.querySelectorAll('.music path[stroke-linejoin="round"]').length);
  const before = [await solid(), await marks()];
  await drawnAnew(() => page.keyboard.press('x'));
  await page.waitForFunction(() => document.querySelector('#row-x')?.getAttribute('aria-checked') === 'false');
  assert.equal(await solid(), before[0]);
  assert.ok(before[1] > 10 && (await marks()) === 0);
});

test('a line is thought under covers: shown bar by bar, covered again, by mouse and keys', async () => {
  await open('/desk?line=own%20G%20major%2C%20thirds%2C%20eighths&for=clarinet-bb');
  await page.click('text=think it');
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

test('a line is opened for talking through and printed from there', async () => {
  await open('/desk?line=own%20G%20major%2C%202%20octaves&for=clarinet-bb');
  await page.click('text=talk it through');
  await page.waitForSelector('.talk li');
  assert.equal(await page.locator('.talk li').count(), 29);
  assert.match(await page.getAttribute('text=Print it', 'href'), /talk\.pdf/);
  await page.setViewportSize({ width: 390, height: 844 });
  assert.ok((await page.evaluate(() => document.documentElement.scrollWidth)) <= 391, 'nothing sticks out of a narrow window');
});
