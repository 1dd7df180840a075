// What compression costs and saves: node bench/compression.mjs http://127.0.0.1:8250 (with the demonstration)
// Every kind of page as it is, and packed by zlib (as nginx does) at several levels and by brotli: kB, and ms of one core; medians of nine.
import zlib from 'node:zlib';
import { asker, comeIn } from './come-in.mjs';

const base = process.argv[2];
const origin = { Origin: base };
const { cookie } = await comeIn(asker(base));
const get = async (path) => {
  const answer = await fetch(base + path, { headers: { ...origin, cookie, 'Accept-Encoding': 'identity' } });
  return [answer, Buffer.from(await answer.arrayBuffer())];
};
const line = encodeURIComponent('concert Eb major, 2 octaves, thirds, eighths');
const [, desk] = await get('/desk');
const built = [...desk.toString().matchAll(/\/build\/app-[^"]+\.(?:js|css)/g)].map((match) => match[0]);
const pages = { Desk: `/desk?line=${line}&for=clarinet-bb`, Stand: `/stand?line=${line}`, grid: '/record/grid', 'class list': '/record', 'score of the band': `/score?line=${line}`, ...Object.fromEntries([...new Set(built)].map((path) => [path.endsWith('js') ? 'app.js' : 'app.css', path])) };
const ways = { 'gzip 1': (text) => zlib.gzipSync(text, { level: 1 }), 'gzip 3': (text) => zlib.gzipSync(text, { level: 3 }), 'gzip 5': (text) => zlib.gzipSync(text, { level: 5 }), 'gzip 9': (text) => zlib.gzipSync(text, { level: 9 }), 'brotli 4': (text) => zlib.brotliCompressSync(text, { params: { [zlib.constants.BROTLI_PARAM_QUALITY]: 4 } }) };
console.log(`| | as it is, kB | ${Object.keys(ways).map((way) => `${way}, kB / ms`).join(' | ')} | sent by the server, kB |\n| --- | --- | ${Object.keys(ways).map(() => '---').join(' | ')} | --- |`);
for (const [name, path] of Object.entries(pages)) {
  const [answer, text] = await get(path);
  if (answer.status !== 200) {
    console.log(`| ${name} | ${answer.status} |`);
    continue;
  }
  const figures = Object.values(ways).map((pack) => {
    const times = [];
    let size = 0;
    for (let k = 0; k < 9; k += 1) {
      const begun = performance.now();
      size = pack(text).length;
      times.push(performance.now() - begun);
    }
    return `${(size / 1024).toFixed(1)} / ${times.sort((a, b) => a - b)[4].toFixed(1)}`;
  });
  // What goes over the wire when a browser says that it can unpack.
  const { execFileSync } = await import('node:child_process');
  const wire = execFileSync('curl', ['-s', '-o', '/dev/null', '-H', 'Accept-Encoding: gzip, br', '-H', `Cookie: ${cookie}`, '-w', '%{size_download}', base + path], { encoding: 'utf8' });
  console.log(`| ${name} | ${(text.length / 1024).toFixed(1)} | ${figures.join(' | ')} | ${(Number(wire) / 1024).toFixed(1)} |`);
}
