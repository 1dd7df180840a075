// Called by bench/nodes, which starts what is measured: two machines on one database behind a proxy.
import { execFileSync } from 'node:child_process';
import { comeIn } from './come-in.mjs';
import { fields, underLoad } from './under-load.mjs';

const [proxy, one, two, seconds, ...rest] = process.argv.slice(2);
const pids = Object.fromEntries(rest.map((text) => text.split('=')));
const pause = (ms) => new Promise((done) => { setTimeout(done, ms); });
// Whoever is asked directly is told what the proxy would tell.
const ask = (base, path, options = {}) => fetch(base + path, { redirect: 'manual', signal: AbortSignal.timeout(20000), ...options, headers: { Origin: proxy, Host: new URL(proxy).host, ...(base === proxy ? {} : { 'X-Forwarded-For': '10.0.0.9', 'X-Forwarded-Proto': 'http' }), ...options.headers } });

// Sessions: come in at one, act at the other.
const { cookie, token } = await comeIn((path, options) => ask(proxy, path, options));
const mine = (options = {}) => ({ ...options, headers: { ...options.headers, cookie } });
let is = 0;
for (let k = 0; k < 20; k += 1) {
  is += (await ask(proxy, '/account', mine())).status === 200 ? 1 : 0;
}
console.log(`a session that began at one machine is known in ${is} of 20 requests, which go to both in turn`);
const saved = await ask(proxy, '/folder', { ...mine(fields({ _token: token, _press: crypto.randomUUID(), name: 'On two machines', line: 'concert F major', for: 'flute' })), headers: { ...fields({}).headers, cookie } });
console.log(`a form of one machine is taken by the other: ${saved.status}`);

// Slowing down: six wrong pass phrases, in turn at both.
const statuses = [];
for (let k = 0; k < 8; k += 1) {
  statuses.push((await ask(proxy, '/sign-in', fields({ name: 'Nobody at all', phrase: `wrong ${k}` }))).status);
}
console.log(`wrong pass phrases, in turn at both machines: ${statuses.join(' ')} (429 is: wait)`);

// Jobs and files: a packet is asked for at one, made by whoever is free, read at both.
const make = async () => {
  const packet = await ask(proxy, '/packets', { ...fields({ _token: token, _press: crypto.randomUUID(), title: `Packet ${Math.random()}`, line: `concert F major, eighths, quarter = ${60 + Math.floor(60 * Math.random())}`, for: 'flute' }), headers: { ...fields({}).headers, cookie } });
  const address = packet.headers.get('location');
  const begun = performance.now();
  for (;;) {
    const page = await (await ask(proxy, address, mine())).text();
    const files = [...page.matchAll(/href="([^"]+\/files\/[^"]+|[^"]+\/file\/[^"]+)"/g)].map((match) => match[1].replaceAll('&amp;', '&'));
    if (/<h2[^>]*>Ready/.test(page) || performance.now() - begun > 240000) {
      return { seconds: (performance.now() - begun) / 1000, files, address };
    }
    await pause(300);
  }
};
const made = await make();
const sizes = await Promise.all(made.files.slice(0, 6).flatMap((file) => [one, two].map(async (base) => (await (await ask(base, file, mine())).arrayBuffer()).byteLength)));
console.log(`a packet for the band is ready after ${made.seconds.toFixed(1)} s; its files have the same size at both machines: ${sizes.every((size, k) => size > 0 && size === sizes[k - (k % 2)])} (${sizes.length / 2} files)`);

// Under load: what is taken away, and what users see of it.
const rows = (marked) => execFileSync('bash', ['-c', `cd / && runuser -u postgres -- psql -X -q -h "${pids.database}" -p "$(sed -n 4p "${pids.database}/data/postmaster.pid")" -d swiftreed -tAc "SELECT name FROM saved_study WHERE name LIKE '${marked} %'"`], { encoding: 'utf8', maxBuffer: 64e6 });
const load = (during, name) => underLoad((path, options) => ask(proxy, path, options), { cookie, token }, name, Number(seconds), during, rows);
const kill = (name, signal = 'KILL') => String(pids[name]).split(' ').forEach((pid) => {
  try {
    process.kill(-Number(pid), `SIG${signal}`);
  } catch {
    try {
      process.kill(Number(pid), `SIG${signal}`);
    } catch {
      // it is gone already
    }
  }
});
await load(async () => {}, 'nothing taken away');
await load(async () => { kill('engraver1'); }, 'the engraver of one machine killed');
const packet = make();
await pause(700);
kill('worker1');
const after = await packet;
console.log(`a worker killed while a packet was made: ready after ${after.seconds.toFixed(1)} s`);
await load(async () => { execFileSync('bash', ['-c', `kill -INT ${pids.postmaster}; for i in $(seq 100); do kill -0 ${pids.postmaster} 2>/dev/null || break; sleep 0.1; done; cd / && runuser -u postgres -- "$(ls -d /usr/lib/postgresql/*/bin | tail -1)/pg_ctl" -D "${pids.database}/data" -w -t 60 -l "${pids.database}/log" -o "-p $(sed -n 's/.*-p \\([0-9]*\\).*/\\1/p' "${pids.database}/data/postmaster.opts" | head -1 | grep -o '[0-9]*' || echo 55440) -c listen_addresses=127.0.0.1 -c unix_socket_directories='${pids.database}'" start >/dev/null`]); }, 'the database stopped and started');
await load(async () => { kill('web2'); }, 'one machine killed');
