// What was practised is kept on the device until the server has it: each result with an id of its own, so that it arrives once.

import { headersOf, newId } from '../shared/press.js';

const KEY = 'stand-kept';
/** More than anybody plays without meeting a network. */
const MOST = 2000;
const AT_ONCE = 200;
const EVERY = 30000;

const read = () => {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? '[]');
    return Array.isArray(kept) ? kept : [];
  } catch {
    return [];
  }
};
const write = (kept) => {
  try {
    localStorage.setItem(KEY, JSON.stringify(kept.slice(-MOST)));
  } catch {
    // A browser that keeps nothing: it goes straight to the server, or is lost with the page.
  }
};

/** Keeps a result of whoever plays; of somebody who is not signed in nothing is kept. */
export function keep(result) {
  if (result.who) {
    write([...read(), { id: newId(), at: Date.now(), ...result }]);
  }
}

/** How many of a player wait. */
export const waiting = (who) => read().filter((one) => one.who === who).length;

let busy = false;

/** Sends what waits, and only what is the player's who is signed in. @param {string} who @param {string} address */
export async function send(who, address = '/stand/results', tokens = '/stand/token') {
  if (busy || !who || waiting(who) === 0) {
    return false;
  }
  busy = true;
  try {
    for (let own = read().filter((one) => one.who === who); own.length > 0; own = read().filter((one) => one.who === who)) {
      const token = await fetch(tokens);
      if (!token.ok || token.redirected) {
        return false;
      }
      const results = own.slice(0, AT_ONCE);
      const answer = await fetch(address, { method: 'POST', headers: { 'Content-Type': 'application/json', ...headersOf(newId(), (await token.text()).trim()) }, body: JSON.stringify({ who, sent: Date.now(), results }) });
      if (!answer.ok) {
        return false;
      }
      const { taken, refused } = await answer.json();
      const gone = new Set([...taken, ...Object.keys(refused)]);
      if (gone.size === 0) {
        return false;
      }
      write(read().filter((one) => !gone.has(one.id)));
    }
    return true;
  } catch {
    return false; // not connected; it is tried again
  } finally {
    busy = false;
    document.dispatchEvent(new CustomEvent('stand:sent'));
  }
}

/** On every page of a player: what waits goes as soon as it can. */
export function startQueue() {
  const { who } = document.body.dataset;
  if (!who) {
    return;
  }
  send(who);
  window.addEventListener('online', () => send(who));
  setInterval(() => send(who), EVERY);
}
