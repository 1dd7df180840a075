// The grid of 40 players and 60 requirements, and a pass: how long they take. With the demonstration, to which players are added and from which they are taken away again.
// node bench/record.mjs http://127.0.0.1:8250
import { asker, comeIn } from './come-in.mjs';

const base = process.argv[2] ?? 'http://127.0.0.1:8250';
const { cookie } = await comeIn(asker(base));
const get = async (path) => (await fetch(`${base}${path}`, { headers: { Cookie: cookie } })).text();
const token = (await get('/record')).match(/name="_token" value="([^"]+)"/)[1];
const post = (path, fields, htmx = false) => fetch(`${base}${path}`, { method: 'POST', redirect: 'manual', headers: { Cookie: cookie, Origin: base, 'Content-Type': 'application/x-www-form-urlencoded', 'X-Form-Token': token, 'X-Press': crypto.randomUUID(), ...(htmx ? { 'HX-Request': 'true' } : {}) }, body: new URLSearchParams(fields) });
const percent = (took, share) => took.sort((a, b) => a - b)[Math.min(took.length - 1, Math.floor(took.length * share))].toFixed(0);

const chairs = async () => [...(await get('/record/grid')).matchAll(/<tr id="r-([0-9a-f-]{36})"/g)].map((one) => one[1]);
const made = await post('/record/lists', { from: 'examination-three' });
const list = made.headers.get('location').split('/').pop();
const rows = ['concert C major, 2 octaves, eighths, quarter = 80, keys by fourths; from memory', 'concert A harmonic minor, eighths, quarter = 72, keys by fourths', 'concert C major, thirds, eighths, quarter = 66, keys by fourths', 'concert C arpeggio, 2 octaves, eighths, quarter = 80, keys by fourths', 'concert A melodic minor, eighths, quarter = 72, keys by fourths'];
await post(`/record/lists/${list}`, { name: 'Sixty', rows: rows.join('\n'), version: '1' });
const instruments = ['flute', 'clarinet-bb', 'alto-sax', 'trumpet-bb', 'horn-f', 'trombone', 'euphonium-bc', 'tuba-bbb', 'oboe', 'bassoon', 'tenor-sax', 'xylophone', 'flute', 'clarinet-bb', 'trumpet-bb', 'trombone'];
const before = new Set(await chairs());
for (let k = before.size; k < 40; k += 1) {
  await post('/band/players', { name: `Measured ${k}`, instrument: instruments[k % instruments.length], stage: 'full' });
}
const all = await chairs();
const keys = [...(await get(`/record/grid?list=${list}`)).matchAll(/<option value="(concert [^"]+)"/g)].map((one) => one[1].replaceAll('&#039;', "'"));
console.log(`${all.length} players, ${keys.length} requirements`);
const passes = [];
const entered = [];
for (let k = 0; k < 400; k += 1) {
  const begin = performance.now();
  const answer = await post('/record/enter', { list, chair: all[(k * 7) % all.length], requirement: keys[(k * 11) % keys.length], result: k % 4 === 0 ? 'not yet' : 'passed', tempo: '' }, true);
  const said = await answer.text();
  entered.push(said.match(/data-withdraw="([^"]+)"/)?.[1]);
  if (!answer.ok) {
    throw new Error(`pass: ${answer.status}`);
  }
  if (k >= 20) {
    passes.push(performance.now() - begin);
  }
}
console.log(`a pass: median ${percent(passes, 0.5)} ms, p95 ${percent(passes, 0.95)} ms`);
for (const [name, path] of [['grid', `/record/grid?list=${list}`], ['who to hear next', `/record?list=${list}`], ['what changed since', `/record/since?list=${list}&moment=${Date.now() / 1000}.0`]]) {
  const took = [];
  let size = 0;
  for (let k = 0; k < 44; k += 1) {
    const begin = performance.now();
    size = (await get(path)).length;
    if (k >= 4) {
      took.push(performance.now() - begin);
    }
  }
  console.log(`${name}: median ${percent(took, 0.5)} ms, p95 ${percent(took, 0.95)} ms, ${(size / 1024).toFixed(0)} kB`);
}
for (const one of entered) {
  await post(one, {});
}
await post(`/record/lists/${list}/remove`, {});
const players = [...(await get('/band')).matchAll(/href="\/band\/players\/([0-9a-f-]{36})"[^>]*>\s*(Measured \d+)/g)].map((one) => one[1]);
for (const id of players) {
  await post(`/band/players/${id}/remove`, {});
}
