// The record: a lesson in which players are heard, a pass in the grid, a phone. Names are made up.
import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { base, comeIn, launch, quietPage, violations } from './support.mjs';

let browser;
before(async () => {
  browser = await launch();
});
after(() => browser?.close());

/** A list of requirements, from one that ships. */
const begin = async (page) => {
  await page.goto(`${base}/record`);
  await page.selectOption('#list-from', { index: 0 });
  await page.click('text=Make it');
  await page.waitForURL('**/record/lists/*');
};

test('eight players of a lesson are heard one after the other, with the notes pressed', async () => {
  const { context, page, problems } = await quietPage(browser);
  await comeIn(context);
  await begin(page);
  await page.goto(`${base}/record`);
  assert.deepEqual(await violations(page), []);
  for (let k = 0; k < 8; k += 1) {
    const first = page.locator('.hear-list li').nth(k);
    const name = (await first.locator('strong').textContent()).trim();
    await first.locator('text=Hear with the notes').click();
    await page.waitForSelector('#hear-sum b');
    assert.ok((await page.textContent('h1')).startsWith(`${name}: `));
    const notes = page.locator('.stand-wide .note-region');
    await notes.nth(3).click();
    // The mark follows: 40 × (1 − 4 ÷ notes) and the rest whole.
    const count = await notes.count();
    await page.waitForFunction((want) => document.querySelector('#hear-sum b')?.textContent === want, String(Math.round((100 - 160 / count) * 10) / 10));
    await notes.nth(3).focus();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('Enter');
    assert.equal(await notes.nth(4).getAttribute('aria-pressed'), 'true');
    await page.click('text=Take back the last press');
    assert.equal(await notes.nth(4).getAttribute('aria-pressed'), 'false');
    await page.click('[data-count=uneven]');
    if (k === 0) {
      assert.deepEqual(await violations(page), []);
    }
    await page.click(`.hear-form button[value="${k % 2 ? 'not yet' : 'passed'}"]`);
    assert.match(await page.textContent('.done'), new RegExp(`^\\s*${name}: ${k % 2 ? 'not yet' : 'passed'}\\.`));
  }
  await page.locator('.hear-list li strong a').first().click();
  assert.deepEqual(await violations(page), []);
  await page.goto(`${base}/record/rubric`);
  assert.deepEqual(await violations(page), []);
  assert.deepEqual(problems, []);
  await context.close();
});

test('a pass in the grid is two presses, on a phone, and is taken back', async () => {
  const { context, page, problems } = await quietPage(browser);
  await page.setViewportSize({ width: 390, height: 844 });
  await comeIn(context);
  await begin(page);
  await page.goto(`${base}/record/grid`);
  assert.deepEqual(await violations(page), []);
  const [id, k] = await page.locator('#record-grid tbody .is-nothing').first().evaluate((one) => [one.parentElement.id, one.cellIndex]);
  const row = page.locator(`[id="${id}"]`);
  const cell = row.locator('> *').nth(k).locator('button');
  const count = async () => Number((await row.locator('.count').textContent()).split(' ')[0]);
  const before = await count();
  await cell.click();
  assert.deepEqual(await violations(page), []);
  await page.click('#record-enter [data-result=passed]');
  await page.waitForSelector('#record-status [data-withdraw]');
  assert.match(await cell.getAttribute('aria-label'), /: passed at \d+$/);
  assert.equal(await count(), before + 1);
  await page.click('#record-status [data-withdraw]');
  await page.waitForFunction(() => /taken back/.test(document.getElementById('record-status').textContent));
  assert.match(await cell.getAttribute('aria-label'), /nothing yet$/);
  await cell.click();
  await page.click('#record-hear');
  await page.waitForSelector('#hear-sum b');
  assert.equal(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth), 0);
  assert.equal(await page.locator('.stand-narrow .note-region').first().isVisible(), true);
  assert.deepEqual(problems, []);
  await context.close();
});

test('a section passes at once, a stack is entered, and what goes wrong is marked', async () => {
  const { context, page, problems } = await quietPage(browser);
  await comeIn(context);
  await begin(page);
  for (const width of [1280, 390]) {
    await page.setViewportSize({ width, height: 800 });
    for (const path of ['/record/together', '/record/papers?kind=worksheet', '/record/faults', '/record/class', '/record/bring', '/lesson']) {
      await page.goto(`${base}${path}`);
      assert.deepEqual(await violations(page), [], path);
      assert.equal(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth), 0, `${path} at ${width}`);
    }
  }
  await page.goto(`${base}/record/together`);
  await page.click('[data-tick-all] >> nth=1');
  const names = await page.locator('fieldset >> nth=1').locator('label span').allTextContents();
  assert.equal(await page.locator('input[name="chairs[]"]:checked').count(), names.length);
  await page.locator('fieldset >> nth=1').locator('label').first().click();
  await page.click('button[value=passed]');
  await page.waitForSelector('.done');
  assert.match(await page.textContent('.done'), new RegExp(`^\\s*${names.length - 1} players: passed`));
  await page.click('.done button');
  await page.waitForFunction(() => !document.querySelector('.done'));
  assert.deepEqual(problems, []);
  await context.close();
});

test('a player works out what is asked, by letters and on the drawing', async () => {
  const { context, page, problems } = await quietPage(browser);
  await page.goto(`${base}/work-it-out?for=clarinet-bb&kind=scale`);
  assert.deepEqual(await violations(page), []);
  await page.fill('#work-answer', 'C D E');
  await page.keyboard.press('Enter');
  await page.waitForSelector('.work-mark');
  assert.deepEqual(await violations(page), []);
  await page.click('.work-mark summary');
  await page.fill('#work-answer', await page.textContent('.work-mark details p'));
  await page.keyboard.press('Enter');
  await page.waitForSelector('text=Right.');
  // On the staff, by hand: the lowest line of the treble clef is E, each step half a space higher.
  await page.goto(`${base}/work-it-out?for=clarinet-bb&kind=transpose`);
  assert.deepEqual(await violations(page), []);
  const press = async (k, steps) => page.locator('svg.staff').evaluate((staff, [k, steps]) => {
    const at = new DOMPoint(1300 + 800 * k + 150, 1000 - steps * 125).matrixTransform(staff.getScreenCTM());
    staff.dispatchEvent(new MouseEvent('click', { bubbles: true, clientX: at.x, clientY: at.y }));
  }, [k, steps]);
  await press(0, 0);
  await page.check('#work-staff [name=sign][value=b]');
  await press(1, 4);
  await press(2, -4);
  assert.equal(await page.inputValue('#work-answer'), 'E Bb Ab');
  await page.check('#work-staff [name=sign][value="#"]');
  await press(0, 1);
  await page.click('#work-staff [data-back]');
  assert.equal(await page.inputValue('#work-answer'), 'F# Bb');
  assert.equal(await page.locator('.staff-notes use').count(), 4);
  await page.fill('#work-answer', 'C D# x');
  assert.equal(await page.locator('.staff-notes use[href="#staff-head"]').count(), 2);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${base}/work-it-out?for=flute&kind=fingering`);
  assert.deepEqual(await violations(page), []);
  await page.locator('.map-key[data-touch=L1]').click();
  assert.equal(await page.isChecked('input[value=L1]'), true);
  await page.uncheck('input[value=L1]');
  assert.equal(await page.locator('.map-key.is-down').count(), 0, 'the drawing follows the boxes');
  assert.equal(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth), 0);
  assert.deepEqual(problems, []);
  await context.close();
});
