// What every browser test needs: one Chromium, a page of 1280 by 800, and what must not happen on it.
import { readFileSync } from 'node:fs';
import { chromium } from 'playwright-core';

export const base = `http://127.0.0.1:${process.env.TEST_PORT}`;

export async function launch() {
  return chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--autoplay-policy=no-user-gesture-required', '--host-resolver-rules=MAP band.test 127.0.0.1'],
  });
}

/** A page with the errors that it met, and whatever it asked of another place. */
export async function quietPage(browser, { isFirstVisit = false } = {}) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  if (!isFirstVisit) {
    await context.addInitScript(() => localStorage.setItem('welcomed', '1'));
  }
  const page = await context.newPage();
  const problems = [];
  page.on('pageerror', (error) => problems.push(error.message));
  page.on('request', (request) => {
    if (!request.url().startsWith(base) && !request.url().startsWith('http://band.test:') && !/^(data|blob|about):/.test(request.url())) {
      problems.push(`content from elsewhere: ${request.url()}`);
    }
  });
  return { context, page, problems };
}

const axe = readFileSync(new URL('../../node_modules/axe-core/axe.min.js', import.meta.url), 'utf8');

/** What axe-core finds against WCAG 2.2 A and AA. */
export async function violations(page) {
  // A button that was just pressed is on its way from one colour to the other.
  await page.evaluate(() => Promise.race([Promise.all(document.getAnimations().map((one) => one.finished.catch(() => {}))), new Promise((done) => { setTimeout(done, 1000); })]));
  await page.evaluate(axe);
  const found = await page.evaluate(() => window.axe.run(document, { resultTypes: ['violations'], runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] }));
  return found.violations.map((one) => `${one.id}: ${one.nodes.map((node) => node.target.join(' ')).slice(0, 4).join(' | ')}`);
}

/** Comes in as the demo director, or as a demo player. */
export async function comeIn(context, as = 'director') {
  await context.clearCookies();
  const answer = await context.request.post(`${base}/sign-in/demo`, { form: { as }, headers: { Origin: base } });
  if (!answer.ok()) {
    throw new Error(`${answer.status()} on coming in`);
  }
}

/** The next answer of the Desk, and the page drawn with it. */
export async function drawnAnew(page, action) {
  const answer = page.waitForResponse((response) => response.url().includes('/desk?'));
  await action();
  await answer;
  await page.waitForLoadState('networkidle');
}
