// Redraws of the Desk through HTTP, every one with another line: p50 and p95 with one and with eight clients.
const base = process.argv[2];
const tonics = ['C', 'F', 'Bb', 'Eb', 'Ab', 'Db', 'Gb', 'B', 'E', 'A', 'D', 'G'];
const scales = ['major', 'dorian', 'harmonic minor', 'blues', 'mixolydian', 'melodic minor'];
const instruments = ['clarinet-bb', 'alto-sax', 'trumpet-bb', 'trombone', 'flute', 'horn-f'];
let seed = Date.now() % 400;
const line = (n) => `concert ${tonics[n % 12]} ${scales[n % 6]}, 2 octaves, eighths, quarter = ${10 + ((seed + Math.floor(n / 3)) % 390)}`;

async function redraw(n, fresh) {
  const address = `${base}/desk?line=${encodeURIComponent(fresh ? line(n) : line(n % 12))}&for=${instruments[n % 6]}`;
  const start = performance.now();
  const answer = await fetch(address, { headers: { 'HX-Request': 'true' } });
  await answer.text();
  if (answer.status !== 200) throw new Error(`${answer.status} for ${address}`);
  return performance.now() - start;
}
async function measure(clients, each, fresh) {
  const times = [];
  await Promise.all(Array.from({ length: clients }, async (_, client) => {
    for (let i = 0; i < each; i += 1) times.push(await redraw(client * each + i, fresh));
  }));
  times.sort((a, b) => a - b);
  const at = (share) => times[Math.min(times.length - 1, Math.floor(share * times.length))].toFixed(1);
  console.log(`Desk redraw, ${clients} client${clients > 1 ? 's' : ''}, ${fresh ? 'every key and scale, engraved when new' : 'pages seen before'}: p50 ${at(0.5)} ms, p95 ${at(0.95)} ms (${times.length} redraws)`);
}
for (let i = 0; i < 12; i += 1) await redraw(i, false);
await measure(1, 100, false);
await measure(8, 25, false);
await measure(1, 100, true);
seed += 57;
await measure(8, 25, true);
