// What scripts send that changes something: with the token of whoever is signed in, the band of the page, and a number, so that a press that has to be sent
// twice is done once. Where the session has ended, one comes in on the page where one is, and the press is done.

/** A random id, also where the page is not secure and the browser has no function for it. */
export function newId() {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = (bytes[6] & 0x0f) | 0x40;
  bytes[8] = (bytes[8] & 0x3f) | 0x80;
  const hex = [...bytes].map((one) => one.toString(16).padStart(2, '0')).join('');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`;
}

/** What every press carries in its headers. @param {string} number */
export function headersOf(number, token = document.body.dataset.token ?? '') {
  const { band } = document.body.dataset;
  return { 'HX-Request': 'true', 'X-Press': number, ...(token ? { 'X-Form-Token': token } : {}), ...(band ? { 'X-Band': band } : {}) };
}

/** The sentence that an answer says; pages are not shown where a sentence stands. @param {Response|null} answer */
export async function sentence(answer, offline) {
  if (!answer) {
    return offline;
  }
  const box = document.createElement('template');
  box.innerHTML = await answer.text();
  return (box.content.querySelector('[role=alert]') ?? box.content).textContent.trim().slice(0, 400);
}

/** Asks for name and pass phrase; true when somebody has come in. */
function comeIn() {
  const dialog = document.getElementById('come-in');
  if (!dialog || dialog.open) {
    return Promise.resolve(false);
  }
  const form = dialog.querySelector('form');
  const says = dialog.querySelector('[data-problem]');
  says.textContent = '';
  dialog.showModal();
  return new Promise((done) => {
    let isIn = false;
    const sent = async (event) => {
      event.preventDefault();
      const answer = await fetch(form.action, { method: 'POST', headers: { 'HX-Request': 'true' }, body: new URLSearchParams(new FormData(form)) }).catch(() => null);
      if (!answer?.ok) {
        says.textContent = await sentence(answer, dialog.dataset.offline);
        return;
      }
      document.body.dataset.token = (await answer.text()).trim();
      // Other forms of this page are sent with the new token too.
      document.querySelectorAll('input[name=_token]').forEach((field) => { field.value = document.body.dataset.token; });
      isIn = true;
      dialog.close();
    };
    form.addEventListener('submit', sent);
    dialog.addEventListener('close', () => {
      form.removeEventListener('submit', sent);
      form.reset();
      done(isIn);
    }, { once: true });
  });
}

const SESSION_OVER = 401;

/** Milliseconds after which a press that was not answered is sent once more. */
const ONCE_MORE = 1500;
/** Numbers of presses of which it is not known whether they arrived: pressed again, they are the same press. */
const unanswered = new Map();

/**
 * Sends a press. @param {string} address @param {URLSearchParams} body
 * @returns {Promise<Response|null>} null when the server was not reached
 */
export async function press(address, body) {
  const what = `${address} ${body}`;
  const number = unanswered.get(what) ?? newId();
  const send = () => fetch(address, { method: 'POST', headers: headersOf(number), body }).catch(() => null);
  unanswered.set(what, number);
  let answer = await send();
  if (!answer) {
    await new Promise((done) => { setTimeout(done, ONCE_MORE); });
    answer = await send();
  }
  if (answer?.status === SESSION_OVER && await comeIn()) {
    answer = await send();
  }
  if (answer && answer.status < 500) {
    unanswered.delete(what);
  }
  return answer;
}
