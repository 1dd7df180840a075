// What measurements of packets share: a band of its own in a running Swift Reed, founded by the demo director.
import { asker, comeIn } from './come-in.mjs';

const instruments = ['piccolo', 'flute', 'flute', 'oboe', 'clarinet-bb', 'clarinet-bb', 'clarinet-bb', 'bass-clarinet', 'bassoon', 'alto-sax', 'alto-sax', 'tenor-sax', 'baritone-sax', 'horn-f', 'horn-f', 'trumpet-bb', 'trumpet-bb', 'trombone', 'euphonium-bc', 'tuba-bbb'];
let cookie = '';
let token = '';
let base = '';

/** Asks as a browser does: with the session and its token. */
export async function ask(where, fields) {
  const body = fields && new URLSearchParams(fields instanceof Array ? [...fields, ['_token', token], ['_press', crypto.randomUUID()]] : { ...fields, _token: token, _press: crypto.randomUUID() });
  const answer = await fetch(base + where, { method: body ? 'POST' : 'GET', body, redirect: 'manual', headers: { cookie, origin: base } });
  cookie = answer.headers.getSetCookie().map((one) => one.split(';')[0]).join('; ') || cookie;
  const text = await answer.text();
  token = /name="_token" value="([^"]+)"/.exec(text)?.[1] ?? token;
  return { status: answer.status, to: answer.headers.get('location') ?? '', text };
}

/** Founds a band of so many players on twenty instruments and three stages. */
export async function found(address, players) {
  base = address;
  ({ cookie, token } = await comeIn(asker(base)));
  await ask('/account/bands', { name: `Bench ${Date.now()}` });
  await ask('/band/list');
  const rows = Array.from({ length: players }, (_, i) => ({ take: '1', name: `Player ${i + 1}`, instrument: instruments[i % instruments.length], stage: ['first', 'developing', 'full'][i % 3], limits: '', setup: '', section: '', track: '' }));
  await ask('/band/list/keep', rows.flatMap((row, i) => Object.entries(row).map(([key, value]) => [`rows[${i}][${key}]`, value])));
  const chairs = [...(await ask('/band')).text.matchAll(/id="chair-([0-9a-f-]{36})"/g)].map((one) => one[1]);
  if (chairs.length !== players) {
    throw new Error(`${chairs.length} of ${players} players came in`);
  }
}

/** A new packet; answers with its address. */
export async function packet(title) {
  return (await ask('/packets', { title })).to.replace(base, '');
}

/** Presses a button of the packet's editor. */
export async function press(at, fields) {
  const version = /name="version" value="(\d+)"/.exec((await ask(at)).text)[1];
  return ask(at, [['lines[]', 'concert C major, keys by fourths'], ['numbers[]', '1'], ['fingered', '1'], ['editions', 'players'], ['paper', 'a4'], ['for_copier', '1'], ['flats', '-1'], ['sharps', '-1'], ['version', version], ...Object.entries(fields)]);
}

export async function leave() {
  await ask('/band/settings');
  await ask('/band/remove', {});
}

export const wait = (ms) => new Promise((done) => { setTimeout(done, ms); });
