// What every browser test needs: one Chromium, a page of 1280 by 800, and what must not happen on it.
import { readFileSync } from 'node:fs';
import { chromium } from 'playwright-core';

export const base = `http://127.0.0.1:${process.env.TEST_PORT}`;

export async function launch() {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--autoplay-policy=no-user-gesture-required', '--host-resolver-rules=MAP band.test 127.0.0.1'],
  });
  const open = browser.newContext.bind(browser);
  browser.newContext = async (options) => (await open(options)).on('page', readWhole);
  return browser;
}

/** Text is read from a page that has come whole: on a busy machine a long table is found while its last rows are on their way. */
function readWhole(page) {
  const read = page.textContent.bind(page);
  page.textContent = async (selector, options) => {
    await page.waitForSelector(selector, { state: 'attached' });
    await page.waitForLoadState('domcontentloaded');
    return read(selector, options);
  };
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

/** The director of the band that the tests have: the made-up one, which bin/test makes a band like any other. */
export const director = { name: 'Rowan Alder', phrase: 'four lanterns over cold water' };
/** The path of the link of the band's first player by name, made once: making another ends what came in by it. */
let link;

/** What a form sends with a press. */
export const pressed = () => ({ _press: crypto.randomUUID() });

/** Comes in as the director, by name and pass phrase, or as a player, by a personal link. */
export async function comeIn(context, as = 'director') {
  await context.clearCookies();
  const send = async (address, form) => {
    const answer = await context.request.post(`${base}${address}`, { form: { ...pressed(), ...form }, headers: { Origin: base } });
    if (!answer.ok()) {
      throw new Error(`${answer.status()} on coming in: ${address}`);
    }
    return answer.text();
  };
  if (as === 'director' || !link) {
    await send('/sign-in', director);
  }
  if (as === 'director') {
    return;
  }
  if (!link) {
    const page = await (await context.request.get(`${base}/band`)).text();
    const players = [...page.matchAll(/href="(\/band\/players\/[0-9a-f-]{36})"[^>]*>([^<]+)</g)].sort((one, other) => one[2].trim().localeCompare(other[2].trim()));
    const token = /name="_token" value="([^"]+)"/.exec(page)[1];
    link = /\/p\/[\w-]{43}/.exec(await send(`${players[0][1]}/link`, { _token: token }))[0];
    await context.clearCookies();
  }
  await send(link, {});
}

/** The next answer of the Desk, and the page drawn with it. */
export async function drawnAnew(page, action) {
  const answer = page.waitForResponse((response) => response.url().includes('/desk?'));
  await action();
  await answer;
  await page.waitForLoadState('networkidle');
}
