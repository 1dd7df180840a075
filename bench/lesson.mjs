// A lesson of eight: each player's page is opened, two notes and one uneven place are pressed, words are written, and it is recorded. The time of the interface, without the playing.
// node bench/lesson.mjs http://127.0.0.1:8250 (the demonstration; what is entered is taken back)
import { chromium } from 'playwright-core';
import { asker, comeIn } from './come-in.mjs';

const base = process.argv[2] ?? 'http://127.0.0.1:8250';
const browser = await chromium.launch({ executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: ['--no-sandbox'] });
for (const viewport of [{ width: 1280, height: 800 }, { width: 390, height: 844 }]) {
  const context = await browser.newContext({ viewport });
  const [name, value] = (await comeIn(asker(base))).cookie.split('; ').at(-1).split('=');
  await context.addCookies([{ name, value, url: base }]);
  const page = await context.newPage();
  await page.goto(`${base}/record`);
  if (await page.locator('.hear-list').count() === 0) {
    await page.click('text=Make it');
    await page.goto(`${base}/record`);
  }
  const took = [];
  for (let k = 0; k < 8; k += 1) {
    const begin = performance.now();
    await page.locator('.hear-list li').nth(k).locator('text=Hear with the notes').click();
    const notes = page.locator(`.stand-${viewport.width < 640 ? 'narrow' : 'wide'} .note-region`);
    await notes.nth(3).click();
    await notes.nth(6).click();
    await page.click('[data-count=uneven]');
    await page.waitForSelector('#hear-sum b');
    await page.fill('#hear-remark', 'Think of the signature before you begin.');
    await page.click('.hear-form button[value="not yet"]');
    await page.waitForSelector('.done');
    took.push((performance.now() - begin) / 1000);
    await page.locator('.done button').click();
    await page.goto(`${base}/record`);
  }
  const sorted = took.toSorted((a, b) => a - b);
  console.log(`${viewport.width}x${viewport.height}: a player heard and recorded in ${sorted[4].toFixed(2)} s (median), ${sorted[7].toFixed(2)} s at most`);
  await context.close();
}
await browser.close();
