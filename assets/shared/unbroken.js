// When the line to the server breaks: it is said, and what was asked is asked again.

/** Milliseconds before it is tried again, growing. */
const WAITS = [1500, 3000, 6000, 12000];

export function startUnbroken(htmx) {
  const says = () => document.getElementById('offline');
  let tries = 0;
  let timer;
  const back = () => {
    tries = 0;
    clearTimeout(timer);
    const sentence = says();
    if (sentence) {
      sentence.hidden = true;
    }
  };
  document.addEventListener('htmx:sendError', (event) => {
    const sentence = says();
    if (sentence) {
      sentence.hidden = false;
    }
    const { path, verb, parameters } = event.detail.requestConfig ?? {};
    if (verb !== 'get' || !path) {
      return;
    }
    clearTimeout(timer);
    timer = setTimeout(() => {
      tries += 1;
      // The newest that was asked, not a queue of all: what is typed meanwhile replaces it.
      if (event.detail.elt?.isConnected && event.detail.elt.id === 'line') {
        htmx.trigger(event.detail.elt, 'input');
      } else {
        htmx.ajax('GET', path, { target: '#desk-main', swap: 'innerHTML', values: parameters });
      }
    }, WAITS[Math.min(tries, WAITS.length - 1)]);
  });
  document.addEventListener('htmx:afterRequest', (event) => {
    if (event.detail.xhr?.status > 0) {
      back();
    }
  });
  window.addEventListener('online', () => {
    const line = document.getElementById('line');
    if (line && !says()?.hidden) {
      htmx.trigger(line, 'input');
    }
  });
}
