// The engraving service: POST /engrave?width=UNITS with MusicXML in the body answers with JSON; GET /health says it is up.
// It listens on the loopback address only. Several threads engrave (ENGRAVERS), so that a score of sixty staves holds nobody's page up:
// what is made in the background (x-engraver-for: background) never takes the last of them.
import http from 'node:http';
import { readFileSync } from 'node:fs';
import os from 'node:os';
import pLimit from 'p-limit';
import { Piscina } from 'piscina';
import { LIMIT } from './engrave.mjs';

const port = Number(process.env.ENGRAVER_PORT ?? 8377);
// Whoever asks must know this word; a page in a browser does not. Without one set, everybody on this machine may ask.
const token = process.env.ENGRAVER_TOKEN ?? '';
// One for each core and no more: then pages a second are most. Never fewer than two, so that one is free for pages while a score is made
// (bench/engravers.mjs: one thread 37 pages a second and 910 ms for a page beside scores, two 66 and 57, three 56 and 128, on two cores).
const threads = Math.min(16, Math.max(1, Number(process.env.ENGRAVERS) || Math.max(2, Math.min(4, os.availableParallelism()))));
/**
 * Milliseconds after which a score is given up and its thread begun anew: 41 staves of tetra (1.8 MB) take 7 s on a quiet machine, the largest that
 * is taken (4 MB) some 16, and twice that beside other work.
 */
const LONGEST = 50000;
const version = JSON.parse(readFileSync(new URL('../node_modules/verovio/package.json', import.meta.url), 'utf8')).version;

const pool = new Piscina({ filename: new URL('./thread.mjs', import.meta.url).href, minThreads: threads, maxThreads: threads });
const any = pLimit(threads);
const behind = pLimit(Math.max(1, threads - 1));

const server = http.createServer((request, response) => {
  const answer = (status, type, text) => {
    response.writeHead(status, { 'content-type': type });
    response.end(text);
  };
  const url = new URL(request.url, 'http://127.0.0.1');
  if (url.pathname !== '/health' && token !== '' && request.headers['x-engraver-token'] !== token) {
    return answer(403, 'text/plain', 'Only Swift Reed itself may ask.');
  }
  if (request.method === 'GET' && url.pathname === '/health') {
    return answer(200, 'text/plain', `ready ${version}, ${threads} at a time, ${any.activeCount} in hand, ${any.pendingCount + behind.pendingCount} waiting`);
  }
  if (request.method !== 'POST' || url.pathname !== '/engrave') {
    return answer(404, 'text/plain', 'There is only POST /engrave and GET /health.');
  }
  const width = Number(url.searchParams.get('width'));
  if (!(width >= 2000 && width <= 100000)) {
    return answer(400, 'text/plain', 'The width must lie between 2000 and 100000 units.');
  }
  const labels = Math.max(0, Math.min(width / 2, Number(url.searchParams.get('labels')) || 0));
  const chunks = [];
  let size = 0;
  request.on('data', (chunk) => {
    size += chunk.length;
    if (size <= LIMIT) {
      chunks.push(chunk);
    }
  });
  const engrave = async () => {
    if (response.destroyed) {
      return; // whoever asked has given up meanwhile
    }
    try {
      const drawn = await pool.run({ musicXml: Buffer.concat(chunks).toString('utf8'), width, labels }, { signal: AbortSignal.timeout(LONGEST) });
      if (drawn.wrong) {
        answer(422, 'text/plain', `The score could not be engraved: ${drawn.wrong}`);
      } else {
        answer(200, 'application/json', JSON.stringify(drawn));
      }
    } catch (error) {
      console.error(error.message);
      answer(503, 'text/plain', `The engraver broke off: ${error.message}`);
    }
  };
  request.on('end', () => {
    if (size > LIMIT) {
      return answer(413, 'text/plain', 'The score is larger than 4 MB.');
    }
    return request.headers['x-engraver-for'] === 'background' ? behind(() => any(engrave)) : any(engrave);
  });
});

server.keepAliveTimeout = 60000;
server.on('error', (error) => {
  console.error(error.message);
  process.exit(1);
});
server.listen(port, '127.0.0.1', () => console.log(`engraver ready on 127.0.0.1:${port}, ${threads} at a time`));
for (const signal of ['SIGINT', 'SIGTERM']) {
  process.on(signal, () => process.exit(0));
}
