// How fast the Stand, Today and plans answer: medians of twenty requests each, with the demonstration. node bench/stand.mjs http://127.0.0.1:8250
import { asker, comeIn } from './come-in.mjs';

const base = process.argv[2] ?? 'http://127.0.0.1:8250';

async function measure(name, path, cookie, times = 20) {
  const took = [];
  let size = 0;
  for (let i = 0; i < times + 2; i += 1) {
    const begin = performance.now();
    const answer = await fetch(`${base}${path}`, { headers: { Cookie: cookie } });
    size = (await answer.arrayBuffer()).byteLength;
    if (!answer.ok) {
      throw new Error(`${path}: ${answer.status}`);
    }
    if (i > 1) {
      took.push(performance.now() - begin);
    }
  }
  took.sort((a, b) => a - b);
  console.log(`${name.padEnd(34)} median ${took[Math.floor(took.length / 2)].toFixed(0).padStart(5)} ms, slowest ${took.at(-1).toFixed(0).padStart(5)} ms, ${(size / 1024).toFixed(0)} kB`);
}

const { cookie: player } = await comeIn(asker(base), 'player');
const { cookie: director } = await comeIn(asker(base), 'director');
const line = encodeURIComponent('concert F major, then arpeggio, long ends');
const long = encodeURIComponent('concert F major, 2 octaves, thirds, eighths, goal 120');
await measure('Stand, 21 notes', `/stand?line=${line}&for=clarinet-bb`, '');
await measure('Stand, 57 notes', `/stand?line=${long}&for=clarinet-bb`, '');
await measure('Stand of a player', `/stand?line=${line}&for=clarinet-bb`, player);
await measure('Today', '/today', player);
await measure('How it has gone', '/progress', player);
await measure('Plans, who is where (28 chairs)', '/plans', director);
const plan = (await (await fetch(`${base}/plans`, { headers: { Cookie: director } })).text()).match(/href="(\/plans\/[0-9a-f-]{36})"/)[1];
await measure('A plan, whether it can be done', plan, director, 8);
await measure('Home cards of 28 chairs', `${plan}/cards.pdf`, director, 5);
