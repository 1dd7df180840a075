// Takes the pictures of the main views anew, from the demonstration. node docs/take-pictures.mjs http://127.0.0.1:8250
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { chromium } from '../node_modules/playwright-core/index.mjs';

const base = process.argv[2] ?? 'http://127.0.0.1:8250';
const only = process.argv.slice(3);
const folder = path.join(path.dirname(fileURLToPath(import.meta.url)), 'screenshots');
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: ['--no-sandbox', '--autoplay-policy=no-user-gesture-required'] });
const desk = (line, instrument, more = '') => `/desk?line=${encodeURIComponent(line)}&for=${instrument}${more}`;

async function page(as, width = 1280, height = 800) {
  const context = await browser.newContext({ viewport: { width, height } });
  await context.addInitScript(() => localStorage.setItem('welcomed', '1'));
  if (as) {
    await context.request.post(`${base}/sign-in/demo`, { form: { as }, headers: { Origin: base } });
  }
  return context.newPage();
}
async function take(name, as, address, act = async () => {}, size = []) {
  if (only.length > 0 && !only.includes(name)) {
    return;
  }
  const view = await page(as, ...size);
  await view.goto(`${base}${address}`, { waitUntil: 'networkidle' });
  await act(view);
  await view.waitForLoadState('networkidle');
  await view.waitForTimeout(300);
  await view.screenshot({ path: path.join(folder, `${name}.png`) });
  await view.context().close();
  console.log(name);
}

await take('desk', 'director', desk('concert G major, 2 octaves, eighths, quarter = 72', 'clarinet-bb'));
await take('folder', 'director', '/folder');
await take('keys', 'director', '/keys?key=four+flats');
await take('fingerings', 'director', '/fingerings?for=bassoon');
await take('large', 'director', `/fingerings/large?of=line&line=${encodeURIComponent('own D major')}&for=trumpet-bb&stage=first`);
await take('say-and-finger', 'director', `/fingerings/strip?line=${encodeURIComponent('concert F major, 2 octaves')}&for=alto-sax`);
await take('lesson', 'director', '/lesson');
await take('score', 'director', `/score?line=${encodeURIComponent('concert Bb major, eighths, round after 1 bar')}`);
await take('rehearse', 'director', `/rehearse?line=${encodeURIComponent('concert C major, keys by fourths')}&place=${encodeURIComponent('line 6 note 7')}`);
await take('band', 'director', '/band');
await take('plans', 'director', '/plans');
await take('packet', 'director', desk('concert C major, keys by fourths', 'flute'), async (view) => {
  await view.click('[data-open="hand-out"]');
  await view.click('[data-packet]');
  await view.waitForURL(/packets\//);
  await view.waitForFunction(() => document.querySelector('#made h2')?.innerText.startsWith('Ready'), undefined, { timeout: 120000 });
});
await take('record', 'director', '/record/grid');
await take('listen', undefined, `/stand?line=${encodeURIComponent('concert F major, eighths, quarter = 132')}&for=clarinet-bb`, async (view) => {
  await view.click('#listen-button');
  await view.check('[value=simulated]');
  await view.selectOption('#listen-faults', 'late');
  await view.click('#listen-close');
  await view.click('#stand-list-button');
  await view.locator('#stand-list button').last().click();
  await view.click('#stand-go');
  await view.waitForSelector('.take-words', { timeout: 60000 });
});
await take('work-it-out', undefined, '/work-it-out?for=clarinet-bb&kind=transpose', async (view) => {
  await view.fill('#work-answer', 'D F# A B');
});
await take('hear', 'director', '/record', async (view) => {
  await view.locator('.hear-list a', { hasText: 'Hear with the notes' }).nth(2).click();
  const notes = view.locator('.stand-wide .note-region');
  await notes.nth(3).click();
  await view.check('input[value=cracked]');
  await notes.nth(6).click();
  await view.click('[data-count=uneven]');
  await view.waitForTimeout(900);
});
await take('today', 'player', '/today');
await take('stand', null, `/stand?line=${encodeURIComponent('concert F major, then arpeggio, long ends')}&for=clarinet-bb&stage=first`, async (view) => {
  await view.click('#stand-list-button');
  await view.locator('#stand-list button', { hasText: 'Build it up' }).nth(8).click();
  await view.keyboard.press('Space');
  await view.waitForTimeout(6700);
}, [390, 844]);
await browser.close();
