// The Desk in headless Chromium: the sentence, the rail, the page, the foot bar. bin/test starts the server and sets TEST_PORT.
import assert from 'node:assert/strict';
import { after, before, beforeEach, test } from 'node:test';
import { base, comeIn, drawnAnew, launch, quietPage, violations } from './support.mjs';

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
const title = () => page.textContent('.paper-head h1');
const parts = () => page.locator('#sentence .part').allTextContents();
const desk = (action) => drawnAnew(page, action);
const says = (text) => page.waitForFunction((wanted) => document.getElementById('state').dataset.line === wanted, text);
const type = async (text) => {
  await page.keyboard.press('/');
  await page.waitForSelector('#line:focus');
  await page.fill('#line', text);
};

test('typing redraws the page and moves the address, without losing the cursor', async () => {
  await open('/desk');
  await page.keyboard.press('/');
  await page.fill('#line', '');
  await desk(() => page.type('#line', 'concert Bb major, 2 octaves', { delay: 4 }));
  await page.waitForFunction(() => document.querySelectorAll('.note-region').length === 29);
  assert.equal(await title(), 'C major, 2 octaves');
  assert.equal(await page.evaluate(() => document.activeElement.id), 'line');
  assert.match(decodeURIComponent(page.url()), /concert Bb major, 2 octaves/);
  await page.keyboard.press('Enter');
  await page.waitForSelector('#line', { state: 'hidden' });
  assert.deepEqual(await parts(), ['concert', 'B♭', 'major', 'two octaves']);
  await page.reload();
  assert.deepEqual(await parts(), ['concert', 'B♭', 'major', 'two octaves']);
  assert.deepEqual(problems, []);
});

test('words of one’s own are understood, and shown as understood', async () => {
  await open('/desk?for=flute');
  await type('E flat scale two octaves in 8ths with the arpeggio for the horns please');
  await says('Eb, 2 octaves, then arpeggio, eighths');
  assert.match(await page.textContent('#read-as'), /Understood.*8ths as eighths/s);
  assert.match(await page.textContent('#read-as'), /Shown for Horn in F/);
  assert.equal(await page.getAttribute('#for-horn-f', 'aria-current'), 'true');
});

test('a slip is told in its place, the music stays greyed, and one press mends it', async () => {
  await open('/desk?line=concert%20F');
  await type('concert F majr');
  await page.waitForSelector('.line-error');
  assert.match(await page.textContent('.line-error'), /Column 11/);
  assert.equal(await page.textContent('.line-error mark'), 'majr');
  assert.equal(await title(), 'G major');
  assert.match(await page.textContent('#stale'), /last line that could be read/);
  assert.equal(await page.isVisible('#stale'), true);
  await desk(() => page.click('[data-meant]'));
  await says('concert F major');
  assert.equal(await page.isVisible('#draft'), false);
});

test('what leaves a choice is asked by presses', async () => {
  await open('/desk?for=flute');
  await type('concert F major, all keys');
  await page.waitForSelector('.meant a');
  assert.equal(await page.locator('.meant a').count(), 3);
  await desk(() => page.click('.meant a >> nth=0'));
  await says('concert F major, keys by fourths');
});

test('a draft that cannot be read is not lost by another press, and can be taken up again', async () => {
  await open('/desk?line=concert%20F');
  await type('concert F major, thrids, legato');
  await page.waitForSelector('.line-error');
  await desk(() => page.click('#for-horn-f'));
  await page.waitForSelector('#draft:not([hidden])');
  assert.equal(await page.textContent('#draft q'), 'concert F major, thrids, legato');
  await page.click('[data-take-draft]');
  assert.equal(await page.inputValue('#line'), 'concert F major, thrids, legato');
  await page.waitForSelector('.line-error');
  await page.reload();
  await page.waitForSelector('#draft:not([hidden])');
  assert.equal(await page.textContent('#draft q'), 'concert F major, thrids, legato');
  await page.click('[data-drop-draft]');
  assert.equal(await page.isVisible('#draft'), false);
});

test('each part of the sentence opens its choices, by mouse and by keys', async () => {
  await open('/desk?line=concert%20C%20major&for=flute');
  await page.click('#part-tonic');
  await page.waitForSelector('#panel [aria-current]');
  await desk(() => page.click('#panel .choices button:has-text("E♭")'));
  await says('concert Eb major');
  assert.equal(await page.isVisible('#panel'), false);
  assert.equal(await page.evaluate(() => document.activeElement.id), 'part-tonic');
  await page.focus('#part-more');
  await page.keyboard.press('Enter');
  await page.waitForSelector('#panel .more-groups');
  await page.focus('#panel [data-panel=rhythm]');
  await page.keyboard.press('Enter');
  await page.waitForSelector('#panel .panel-rhythm');
  assert.ok((await page.locator('#panel .note-picture').count()) > 8, 'choices about notes are drawn');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  const chosen = await page.evaluate(() => document.activeElement.value);
  await desk(() => page.keyboard.press('Enter'));
  await says(chosen);
  await page.click('#part-rhythm');
  await page.waitForSelector('#panel .panel-rhythm');
  await page.keyboard.press('Escape');
  assert.equal(await page.isVisible('#panel'), false);
  assert.equal(await page.evaluate(() => document.activeElement.id), 'part-rhythm');
  await page.click('#part-rhythm');
  await desk(() => page.click('#panel button:has-text("Leave it out")'));
  await says('concert Eb major');
});

test('back and forward go through what was done', async () => {
  await open('/desk?line=concert%20C%20major&for=flute');
  await desk(() => page.click('#for-trumpet-bb'));
  await page.waitForFunction(() => document.querySelector('h1').textContent === 'D major');
  await desk(() => page.click('#next-key'));
  await page.waitForFunction(() => document.querySelector('h1').textContent === 'G major');
  await page.goBack();
  await page.waitForFunction(() => document.querySelector('h1').textContent === 'D major');
  await page.goBack();
  await page.waitForFunction(() => document.querySelector('h1').textContent === 'C major');
  await page.goForward();
  await page.waitForFunction(() => document.querySelector('h1').textContent === 'D major');
});

test('rooms are left and come back to as they were', async () => {
  await open('/desk?line=concert%20C%20major%2C%20thirds&for=trumpet-bb');
  await page.click('[data-room=keys]');
  await page.waitForLoadState('networkidle');
  await page.click('[data-room=desk]');
  await page.waitForSelector('#sentence');
  assert.deepEqual(await parts(), ['concert', 'C', 'major', 'thirds']);
  assert.equal(await page.getAttribute('#for-trumpet-bb', 'aria-current'), 'true');
});

test('the rail shows each written key; set-ups and rows change the page', async () => {
  await open('/desk?line=concert%20F%20major');
  const keys = Object.fromEntries(await page.locator('.rail [data-instrument]').evaluateAll((all) => all.map((one) => [one.id.slice(4), one.querySelector('b').textContent])));
  assert.deepEqual([keys.flute, keys['clarinet-bb'], keys['alto-sax'], keys['horn-f'], keys['trumpet-bb']], ['F', 'G', 'D', 'C', 'G']);
  await desk(() => page.click('#for-horn-f'));
  await page.waitForFunction(() => document.querySelector('.paper-head h1').textContent === 'C major');
  await desk(() => page.selectOption('.setup-choice', 'double'));
  await page.waitForFunction(() => [...document.querySelectorAll('.music text')].some((one) => one.textContent === 'T'));
  const before = await page.locator('.music text').count();
  await page.focus('#row-d');
  await desk(() => page.keyboard.press('Space'));
  await page.waitForFunction((count) => document.querySelectorAll('.music text').length < count, before);
  assert.equal(await page.getAttribute('#row-d', 'aria-checked'), 'false');
});

test('arrow keys go from note to note and Enter opens the card, which is focused', async () => {
  await open('/desk?line=concert%20G%20major,%202%20octaves');
  await page.keyboard.press('Tab');
  assert.equal(await page.evaluate(() => document.activeElement.textContent), 'Skip to the music');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Tab');
  assert.equal(await page.evaluate(() => document.activeElement.dataset.note), '0', 'the skip link leads to the first note');
  for (let i = 0; i < 8; i += 1) {
    await page.keyboard.press('ArrowRight');
  }
  await page.keyboard.press('Enter');
  await page.waitForSelector('#card h2');
  await page.waitForFunction(() => document.activeElement.id === 'card');
  assert.equal(await page.textContent('#card h2'), 'B4');
  assert.match(await page.textContent('#card'), /over the break/);
  assert.match(await page.getAttribute('.note-region[data-note="8"]', 'aria-label'), /^note 9 of 29, bar 3, B 4, quarter, degree 2, hard change/);
  await page.keyboard.press('Escape');
  assert.equal(await page.isVisible('#card'), false);
  assert.equal(await page.evaluate(() => document.activeElement.dataset.note), '8');
});

test('single keys: next key, next instrument, rows, help; and they can be switched off', async () => {
  await open('/desk?line=concert%20C%20major&for=flute');
  await desk(() => page.keyboard.press('k'));
  await says('concert F major');
  await desk(() => page.keyboard.press('K'));
  await says('concert C major');
  await desk(() => page.keyboard.press('i'));
  await page.waitForFunction(() => document.querySelector('h1').textContent === 'D major');
  await page.keyboard.press('?');
  assert.equal(await page.isVisible('#help'), true);
  await page.uncheck('#shortcuts-on');
  await page.keyboard.press('Escape');
  await page.keyboard.press('k');
  await page.waitForTimeout(300);
  assert.equal(await page.getAttribute('#state', 'data-line'), 'concert C major');
  await page.reload();
  await page.keyboard.press('?');
  assert.equal(await page.isVisible('#help'), false);
});

test('a study is kept, found, changed, removed and brought back', async () => {
  const name = `Browser study ${Date.now()}`;
  await comeIn(context);
  await open('/desk?line=concert%20D%20blues&for=tenor-sax');
  await page.keyboard.press('s');
  await page.fill('#keep-name', name);
  await page.click('#keep-form .btn-primary');
  await page.waitForSelector('.kept');
  assert.match(await page.textContent('.kept'), /^Kept as/);
  await type('concert D blues, eighths');
  await says('concert D blues, eighths');
  assert.match(await page.textContent('.kept'), /^Changed since it was kept/);
  await page.keyboard.press('Enter');
  await page.waitForSelector('#line', { state: 'hidden' });
  await page.click('[data-open=keep]');
  assert.equal(await page.textContent('#keep-line'), 'concert D blues, eighths');
  await page.click('#keep-form .btn-primary');
  await page.waitForSelector('.kept');
  await open('/folder');
  await page.fill('#q', name);
  await page.waitForFunction(() => document.querySelectorAll('.studies li').length === 1);
  assert.equal(await page.textContent('.study-line'), 'concert D blues, eighths');
  await page.click('[aria-label^="Remove Browser"]');
  await page.waitForSelector('.undo');
  await page.click('.undo button');
  await page.waitForLoadState('networkidle');
  assert.equal(await page.locator(`.study-name:text-is("${name}")`).count(), 1);
  assert.deepEqual(problems, []);
});

test('what is kept while the line cannot be read is what is seen', async () => {
  await comeIn(context);
  await open('/desk?line=concert%20F%20major%2C%20thirds&for=flute');
  await type('concert F major, thrids');
  await page.waitForSelector('.line-error');
  await page.click('[data-open=keep]');
  assert.equal(await page.textContent('#keep-line'), 'concert F major, thirds');
  assert.equal(await page.inputValue('#keep input[name=line], input[form=keep-form][name=line]'), 'concert F major, thirds');
});

test('the study sounds: the note is marked, the loop begins again, stop is silence', async () => {
  await open('/desk?line=concert%20C%20major%2C%205%20notes%2C%20sixteenths%2C%20quarter%20%3D%20200&for=flute');
  await page.click('.menu.up summary');
  await page.uncheck('#with-pitch');
  await page.uncheck('#with-count');
  await page.click('#with-loop');
  await page.click('#play');
  await page.waitForSelector('.note-region.sounding[data-note="5"]');
  await page.waitForSelector('.note-region.sounding[data-note="0"]');
  await page.waitForSelector('.note-region.sounding[data-note="5"]');
  assert.equal(await page.getAttribute('#play', 'aria-pressed'), 'true');
  await page.focus('#play');
  await page.keyboard.press('h');
  await page.waitForFunction(() => document.querySelectorAll('.sounding').length === 0);
  assert.equal(await page.getAttribute('#play', 'aria-pressed'), 'false');
  assert.deepEqual(problems, []);
});

test('sound goes on over the next key, another instrument and another tempo', async () => {
  await open('/desk?line=concert%20C%20major%2C%205%20notes%2C%20eighths%2C%20quarter%20%3D%20180&for=flute');
  await page.click('.menu.up summary');
  await page.uncheck('#with-pitch');
  await page.uncheck('#with-count');
  await page.click('#with-loop');
  await page.click('#play');
  await page.waitForSelector('.note-region.sounding');
  await page.click('[data-tempo="4"]');
  assert.equal(await page.inputValue('#bpm'), '184');
  for (const press of ['#next-key', '#for-trumpet-bb', '#next-key']) {
    await desk(() => page.click(press));
    await page.waitForSelector('.note-region.sounding');
    assert.equal(await page.getAttribute('#play', 'aria-pressed'), 'true', `it plays on after ${press}`);
    assert.equal(await page.inputValue('#bpm'), '184', 'the tempo stays');
    assert.equal(await page.getAttribute('#with-loop', 'aria-pressed'), 'true', 'the loop stays');
  }
  await page.click('#play');
  await page.waitForFunction(() => document.querySelectorAll('.sounding').length === 0);
  assert.deepEqual(problems, []);
});

test('bars are dragged over or pressed to loop them; the click sounds alone', async () => {
  await open('/desk?line=concert%20C%20major%2C%20quarters%2C%20quarter%20%3D%20280&for=flute');
  const middle = async (note) => {
    const box = await page.locator(`.note-region[data-note="${note}"]`).boundingBox();
    return [box.x + box.width / 2, box.y + box.height / 3];
  };
  const [from, to] = [await middle(5), await middle(9)];
  await page.mouse.move(...from);
  await page.mouse.down();
  await page.mouse.move((from[0] + to[0]) / 2, from[1], { steps: 4 });
  await page.mouse.move(...to, { steps: 4 });
  await page.mouse.up();
  assert.equal(await page.textContent('#with-loop'), 'Loop 2–3');
  assert.equal(await page.isVisible('#card'), false, 'a drag opens no card');
  assert.equal(await page.locator('.note-region.in-loop').count(), 8);
  await page.click('.menu.up summary');
  await page.uncheck('#with-pitch');
  await page.uncheck('#with-count');
  await page.click('#play');
  await page.waitForSelector('.note-region.sounding[data-note="11"]');
  await page.waitForSelector('.note-region.sounding[data-note="4"]');
  await page.mouse.click(...(await middle(0)));
  await page.waitForFunction(() => document.getElementById('with-loop').textContent === 'Loop 1');
  await page.waitForSelector('.note-region.sounding[data-note="0"]');
  await page.click('#play');
  await page.click('#with-loop');
  assert.equal(await page.textContent('#with-loop'), 'Loop');
  await page.click('.menu.up summary');
  await page.click('#click-alone');
  await page.waitForTimeout(600);
  assert.equal(await page.getAttribute('#click-alone', 'aria-pressed'), 'true');
  assert.equal(await page.locator('.sounding').count(), 0);
  await page.click('#click-alone');
  assert.equal(await page.getAttribute('#click-alone', 'aria-pressed'), 'false');
});

test('the keys of a line are gone through in their order', async () => {
  await open('/desk?line=own%20C%20major%2C%20keys%20by%20fifths&for=flute');
  await desk(() => page.keyboard.press('k'));
  await page.waitForFunction(() => document.querySelector('h1').textContent === 'G major');
  assert.equal(await page.getAttribute('#state', 'data-line'), 'own C major, keys by fifths');
  assert.match(await page.textContent('.of-keys'), /key 2 of 12/);
});

test('marks of what moves are switched by a key, and the drawings keep their fill', async () => {
  await open('/desk?line=own%20C%20major&for=clarinet-bb');
  const solid = () => page.evaluate(() => document.querySelectorAll('.music rect[fill="#23202b"]').length);
  const marks = () => page.evaluate(() => document.querySelectorAll('.music path[stroke-linejoin="round"]').length);
  const before = [await solid(), await marks()];
  await desk(() => page.keyboard.press('x'));
  await page.waitForFunction(() => document.querySelector('#row-x')?.getAttribute('aria-checked') === 'false');
  assert.equal(await solid(), before[0]);
  assert.ok(before[1] > 10 && (await marks()) === 0);
});

test('offline is said, nothing typed is lost, and it goes on by itself', async () => {
  await open('/desk?line=concert%20C%20major&for=flute');
  await context.setOffline(true);
  await type('concert C major, thirds');
  await page.waitForSelector('#offline:not([hidden])');
  assert.equal(await page.inputValue('#line'), 'concert C major, thirds');
  assert.equal(await title(), 'C major', 'what was there stays');
  await context.setOffline(false);
  await says('concert C major, thirds');
  await page.waitForSelector('#offline', { state: 'hidden' });
});

test('what a web server says for a program that is away is no page of ours: it is said, and goes on by itself', async () => {
  for (const status of [502, 504]) {
    await open('/desk?line=concert%20C%20major&for=flute');
    let away = 2;
    await page.route(/\/desk\?/, (route) => {
      if (away === 0) {
        return route.continue();
      }
      away -= 1;
      return route.fulfill({ status, contentType: 'text/html', body: '<h1>Bad gateway</h1>' });
    });
    await type('concert C major, thirds');
    await page.waitForSelector('#offline:not([hidden])');
    assert.equal(await title(), 'C major', 'what was there stays');
    assert.equal(await page.getByText('Bad gateway').count(), 0);
    await says('concert C major, thirds');
    await page.waitForSelector('#offline', { state: 'hidden' });
    assert.equal(await page.inputValue('#line'), 'concert C major, thirds');
    assert.equal(away, 0);
    await page.unroute(/\/desk\?/);
  }
});

test('a press while a typed line is on its way drops neither the line nor the press', async () => {
  // The line is asked for 180 ms after the last letter: before that, about then, while the answer comes, and after it.
  for (const wait of [0, 40, 120, 180, 230, 400]) {
    await open('/desk?line=concert%20C%20major&for=flute');
    await page.keyboard.press('/');
    await page.fill('#line', 'concert C major, fourths');
    await page.waitForTimeout(wait);
    await page.click('#for-trumpet-bb');
    await page.waitForLoadState('networkidle');
    await says('concert C major, fourths');
    await page.waitForFunction(() => document.getElementById('for-trumpet-bb').getAttribute('aria-current') === 'true');
  }
});

test('what is typed while a press is answered stays and is asked for then', async () => {
  await open('/desk?line=concert%20C%20major&for=flute');
  await page.route('**/desk?*for=trumpet-bb*', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 900));
    await route.continue();
  }, { times: 1 });
  await page.click('#for-trumpet-bb');
  await type('concert C major, fourths');
  await says('concert C major, fourths');
  await page.waitForFunction(() => document.querySelector('.paper-head h1').textContent === 'D major, fourths');
  assert.equal(await page.inputValue('#line'), 'concert C major, fourths');
});

/** Counts what a person does: a press, a field filled, a key. */
const counted = () => {
  let count = 0;
  return {
    press: async (where) => {
      count += 1;
      await page.click(where);
    },
    fill: async (text) => {
      count += 2; // the key that opens the line, and the line
      await type(text);
    },
    key: async (name) => {
      count += 1;
      await page.keyboard.press(name);
    },
    count: () => count,
  };
};

test('three newcomers’ jobs are done in few actions', async () => {
  // E flat for everyone on paper.
  await open('/desk');
  let me = counted();
  await me.fill('concert E flat scale, one octave, quarters, then arpeggio');
  await says('concert Eb, 1 octave, then arpeggio, quarters');
  await me.press('#print');
  await me.press('[data-check-all]');
  const made = page.waitForResponse((response) => response.url().includes('/desk/hand-out'));
  await me.press('#hand-out-form .btn-primary');
  assert.match((await made).headers()['content-type'], /pdf/);
  await page.waitForFunction(() => document.querySelector('#hand-out-status a'));
  assert.ok(me.count() <= 6, `E flat for everyone took ${me.count()}`);

  // The horns only.
  await open('/desk?line=concert%20Eb%2C%201%20octave&for=flute');
  me = counted();
  await me.fill('concert E flat, one octave, for the horns');
  await page.waitForFunction(() => document.getElementById('for-horn-f')?.getAttribute('aria-current') === 'true');
  assert.ok(me.count() <= 2, `the horns took ${me.count()}`);

  // Own F for the alto saxophone.
  await open('/desk');
  me = counted();
  await me.fill('own F for alto');
  await page.waitForFunction(() => document.querySelector('h1').textContent === 'F major');
  assert.equal(await page.getAttribute('#for-alto-sax', 'aria-current'), 'true');
  assert.ok(me.count() <= 2, `own F took ${me.count()}`);

  // A pattern on the tenor in twelve keys, with click and loop, nothing entered again between keys.
  await open('/desk');
  me = counted();
  await me.fill('own C one two three five in eighths, keys by fourths, at 200, for tenor sax');
  await page.waitForFunction(() => document.getElementById('for-tenor-sax')?.getAttribute('aria-current') === 'true');
  await me.key('Enter');
  await page.waitForSelector('#line', { state: 'hidden' });
  await me.press('#with-loop');
  await me.press('#play');
  const setUp = me.count();
  assert.ok(setUp <= 8, `setting up took ${setUp}`);
  for (let key = 2; key <= 12; key += 1) {
    await desk(() => page.click('#next-key'));
    await page.waitForFunction((at) => document.querySelector('.of-keys').textContent === `key ${at} of 12`, key);
    assert.equal(await page.getAttribute('#play', 'aria-pressed'), 'true');
    assert.equal(await page.getAttribute('#with-loop', 'aria-pressed'), 'true');
    assert.equal(await page.inputValue('#bpm'), '200');
  }
  assert.deepEqual(problems, []);
});

test('the first staff begins in the upper third, on a wide window and on a phone', async () => {
  for (const [width, height] of [[1280, 800], [390, 844]]) {
    await page.setViewportSize({ width, height });
    await open('/desk?line=concert%20Eb%20major%2C%20one%20octave%2C%20quarters&for=clarinet-bb');
    const top = await page.locator('.music .staff path').first().evaluate((one) => one.getBoundingClientRect().top);
    assert.ok(top <= height / 3, `the staff begins at ${Math.round(top)} of ${height}`);
  }
});

test('every state of the Desk can be read and pressed by everybody', async () => {
  const states = {
    plain: async () => {},
    'a panel': async () => {
      await page.click('#part-tonic');
      await page.waitForSelector('#panel .choices');
    },
    'say more': async () => {
      await page.click('#part-more');
      await page.waitForSelector('#panel .more-groups');
    },
    'pictures of notes': async () => {
      await page.click('#part-rhythm');
      await page.waitForSelector('#panel .note-picture');
    },
    'a slip': async () => {
      await page.click('[data-edit-line]');
      await page.fill('#line', 'concert F majr');
      await page.waitForSelector('.line-error');
    },
    'the card': async () => {
      await page.locator('.note-region').first().focus();
      await page.keyboard.press('Enter');
      await page.waitForSelector('#card h2');
    },
    'hand out': () => page.click('#print'),
    keep: () => page.click('[data-open=keep]'),
    'keep, come in': async () => {
      await comeIn(context);
      await page.reload();
      await page.click('[data-open=keep]');
    },
    'study it': () => page.click('.deeds .menu summary'),
    'more sound': () => page.click('.menu.up summary'),
    help: () => page.click('[data-open=help]'),
  };
  for (const [width, height] of [[1280, 800], [390, 844]]) {
    await page.setViewportSize({ width, height });
    for (const [name, reach] of Object.entries(states)) {
      await open('/desk?line=concert%20Eb%20major%2C%20eighths&for=trombone&setup=f-attachment');
      await reach();
      await page.waitForTimeout(60);
      assert.deepEqual(await violations(page), [], `${name} at ${width}`);
    }
    await open('/desk?line=concert%20F%20major%2C%20lip%20slurs&for=flute');
    assert.deepEqual(await violations(page), [], `what cannot be played, at ${width}`);
    await open('/desk?line=nonsense');
    assert.deepEqual(await violations(page), [], `a line that cannot be read, at ${width}`);
  }
});

test('the main job is done by keys alone', async () => {
  await open('/desk');
  await page.keyboard.press('/');
  await page.keyboard.type('concert E flat scale, one octave, then arpeggio');
  await says('concert Eb, 1 octave, then arpeggio');
  await page.keyboard.press('Enter');
  await page.waitForFunction(() => document.activeElement.id === 'part-tonic');
  await page.keyboard.press('p');
  const inDialog = () => page.evaluate(() => document.getElementById('hand-out').contains(document.activeElement));
  assert.equal(await inDialog(), true, 'the dialog takes the focus');
  const reach = async (what) => {
    for (let tabs = 0; tabs < 40; tabs += 1) {
      if (await page.evaluate((selector) => document.activeElement.matches(selector), what)) {
        return;
      }
      await page.keyboard.press('Tab');
      assert.equal(await inDialog() || (await page.evaluate(() => document.activeElement === document.body)), true, 'the focus stays in the dialog');
    }
    assert.fail(`${what} is not reached`);
  };
  await reach('[data-check-all]');
  await page.keyboard.press('Enter');
  await reach('#hand-out-form .btn-primary');
  const made = page.waitForResponse((response) => response.url().includes('/desk/hand-out'));
  await page.keyboard.press('Enter');
  assert.equal((await made).status(), 200);
  await page.bringToFront();
  await page.waitForSelector('#hand-out-status a');
  await page.keyboard.press('Escape');
  await page.waitForSelector('#hand-out', { state: 'hidden' });
  assert.equal(await page.evaluate(() => document.activeElement.id), 'part-tonic', 'the focus comes back to where it was');
  await page.keyboard.press('h');
  await page.waitForFunction(() => document.getElementById('play').getAttribute('aria-pressed') === 'true');
  await page.keyboard.press('h');
  await page.waitForFunction(() => document.getElementById('play').getAttribute('aria-pressed') === 'false');
  assert.deepEqual(problems, []);
});

test('nothing asks for more than one press to be undone', async () => {
  await comeIn(context);
  await open('/desk?line=own%20D%20major&for=flute');
  await page.click('.notebook summary');
  await page.fill('#page-remark', 'To be taken back');
  await page.click('.note-form:has(#page-remark) button');
  await page.waitForSelector('.noted:has-text("To be taken back")');
  await page.click('.noted:has-text("To be taken back") button');
  await page.waitForSelector('.undo:has-text("To be taken back")');
  assert.equal(await page.locator('.noted:has-text("To be taken back")').count(), 0);
  await page.click('.undo button');
  await page.waitForSelector('.noted:has-text("To be taken back")');
  await page.click('.noted:has-text("To be taken back") button');
  await page.waitForSelector('.undo');
});

test('the first visit says what this is, once, and leads on', async () => {
  await context.close();
  ({ context, page, problems } = await quietPage(browser, { isFirstVisit: true }));
  await open('/desk');
  assert.equal(await page.isVisible('#welcome'), true);
  assert.deepEqual(await violations(page), []);
  await page.click('#welcome .btn-primary');
  await page.waitForSelector('#for-horn-f[aria-current]');
  assert.deepEqual(await parts(), ['concert', 'F', 'major', 'one octave']);
  await open('/desk');
  assert.equal(await page.isVisible('#welcome'), false);
  await page.evaluate(() => localStorage.clear());
  await open('/desk');
  await page.click('#welcome [name=hand]');
  await page.waitForSelector('#hand-out[open]');
  assert.ok((await page.locator('#hand-out [name="who[]"]:checked').count()) >= 10, 'everyone is chosen');
  assert.deepEqual(problems, []);
});

test('on a phone the card lies below the note and never over it', async () => {
  await page.setViewportSize({ width: 390, height: 844 });
  await open('/desk?line=concert%20Eb%20major%2C%202%20octaves%2C%20eighths&for=clarinet-bb');
  await page.waitForFunction(() => document.querySelector('#state input[name=narrow]'));
  for (const note of [3, 14, 27]) {
    await page.locator(`.note-region[data-note="${note}"]`).click();
    await page.waitForSelector('#card h2');
    await page.waitForTimeout(300);
    const [head, card] = await page.evaluate((index) => [document.querySelector(`.note-region[data-note="${index}"]`).getBoundingClientRect().top, document.getElementById('card').getBoundingClientRect().top], note);
    assert.ok(head >= 0 && head + 120 <= card, `note ${note} at ${Math.round(head)}, the card from ${Math.round(card)}`);
    await page.keyboard.press('Escape');
  }
});
