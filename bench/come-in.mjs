// How measurements come in: by one press where the demonstration is open to whoever sits at the machine; elsewhere its director comes in by name and
// pass phrase, and a player by the link that he makes for the first of them.
const director = { name: 'Rowan Alder', phrase: 'four lanterns over cold water' };
const fields = (values) => ({ method: 'POST', redirect: 'manual', headers: { 'Content-Type': 'application/x-www-form-urlencoded' }, body: new URLSearchParams({ _press: crypto.randomUUID(), ...values }) });
const cookieOf = (answer) => answer.headers.getSetCookie().map((text) => text.split(';')[0]).join('; ');
const tokenOf = (text) => /name="_token" value="([^"]+)"/.exec(text)?.[1] ?? '';

/**
 * @param {(path: string, options?: object) => Promise<Response>} ask
 * @param {'director' | 'player'} as
 * @returns {Promise<{cookie: string, token: string}>} the session, and the token of its forms
 */
export async function comeIn(ask, as = 'director') {
  let came = await ask('/sign-in/demo', fields({ as }));
  if (came.status >= 400) {
    came = await ask('/sign-in', fields(director));
    if (as === 'player') {
      const cookie = cookieOf(came);
      const page = await (await ask('/band', { headers: { cookie } })).text();
      const first = /href="(\/band\/players\/[0-9a-f-]{36})"/.exec(page)[1];
      const press = fields({ _token: tokenOf(page) });
      const shown = await (await ask(`${first}/link`, { ...press, headers: { ...press.headers, cookie } })).text();
      came = await ask(/\/p\/[\w-]{43}/.exec(shown)[0], fields({}));
    }
  }
  if (came.status >= 400) {
    throw new Error(`nobody can come in as ${as}: ${came.status}`);
  }
  const cookie = cookieOf(came);
  return { cookie, token: tokenOf(await (await ask('/account', { headers: { cookie } })).text()) };
}

/** Asks one address, as its own pages do. */
export const asker = (base) => (path, { headers = {}, ...more } = {}) => fetch(base + path, { redirect: 'manual', ...more, headers: { Origin: base, ...headers } });
