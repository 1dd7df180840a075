// The engraving service: POST /engrave?width=UNITS with MusicXML in the body answers with JSON; GET /health says it is up.
// It listens on the loopback address only.
import http from 'node:http';
import { openEngraver, LIMIT } from './engrave.mjs';

const port = Number(process.env.ENGRAVER_PORT ?? 8377);
// Whoever asks must know this word; a page in a browser does not. Without one set, everybody on this machine may ask.
const token = process.env.ENGRAVER_TOKEN ?? '';
const engraver = await openEngraver();

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
    return answer(200, 'text/plain', `ready ${engraver.version}`);
  }
  if (request.method !== 'POST' || url.pathname !== '/engrave') {
    return answer(404, 'text/plain', 'There is only POST /engrave and GET /health.');
  }
  const width = Number(url.searchParams.get('width'));
  if (!(width >= 2000 && width <= 100000)) {
    return answer(400, 'text/plain', 'The width must lie between 2000 and 100000 units.');
  }
  const chunks = [];
  let size = 0;
  request.on('data', (chunk) => {
    size += chunk.length;
    if (size <= LIMIT) {
      chunks.push(chunk);
    }
  });
  request.on('end', () => {
    if (size > LIMIT) {
      return answer(413, 'text/plain', 'The score is larger than 4 MB.');
    }
    try {
      return answer(200, 'application/json', JSON.stringify(engraver.engrave(Buffer.concat(chunks).toString('utf8'), width, Math.max(0, Math.min(width / 2, Number(url.searchParams.get('labels')) || 0)))));
    } catch (error) {
      return answer(422, 'text/plain', `The score could not be engraved: ${error.message}`);
    }
  });
});

server.keepAliveTimeout = 60000;
server.on('error', (error) => {
  console.error(error.message);
  process.exit(1);
});
server.listen(port, '127.0.0.1', () => console.log(`engraver ready on 127.0.0.1:${port}`));
for (const signal of ['SIGINT', 'SIGTERM']) {
  process.on(signal, () => process.exit(0));
}
