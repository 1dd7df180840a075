// When the line to the server breaks: it is said, and what was asked is asked again.

/** Milliseconds before it is tried again, growing. */
const WAITS = [1500, 3000, 6000, 12000];

export function startUnbroken(htmx) {
  const says = () => document.getElementById('offline');
  let tries = 0;
  let newest;
  const again = (asked) => {
    newest = undefined;
    htmx.ajax('GET', asked.path, { target: '#desk-main', swap: 'innerHTML', values: asked.parameters, headers: asked.trigger ? { 'HX-Trigger': asked.trigger } : {} });
  };
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
    newest = { path, parameters, trigger: event.detail.requestConfig.headers?.['HX-Trigger'] };
    clearTimeout(timer);
    timer = setTimeout(() => {
      tries += 1;
      // The newest that was asked, not a queue of all: what is typed meanwhile replaces it.
      again({ path, parameters, trigger: event.detail.requestConfig.headers?.['HX-Trigger'] });
    }, WAITS[Math.min(tries, WAITS.length - 1)]);
  });
  document.addEventListener('htmx:afterRequest', (event) => {
    if (event.detail.xhr?.status > 0) {
      back();
    }
  });
  window.addEventListener('online', () => {
    if (newest) {
      clearTimeout(timer);
      again(newest);
    }
  });
}
