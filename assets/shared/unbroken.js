// When the line to the server breaks: it is said, and what was asked is asked again.

/** Milliseconds before it is tried again, growing. */
const WAITS = [1500, 3000, 6000, 12000];
/** What a web server or a proxy says when the program behind it does not answer. */
const NOBODY = [502, 504];

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
  const broken = ({ path, verb, parameters, headers } = {}) => {
    const sentence = says();
    if (sentence) {
      sentence.hidden = false;
    }
    if (verb !== 'get' || !path) {
      return;
    }
    newest = { path, parameters, trigger: headers?.['HX-Trigger'] };
    clearTimeout(timer);
    timer = setTimeout(() => {
      tries += 1;
      // The newest that was asked, not a queue of all: what is typed meanwhile replaces it.
      again({ path, parameters, trigger: headers?.['HX-Trigger'] });
    }, WAITS[Math.min(tries, WAITS.length - 1)]);
  };
  document.addEventListener('htmx:sendError', (event) => broken(event.detail.requestConfig));
  // A web server that has nobody behind it answers for him: that is no page of ours, and what is on the screen stays.
  document.addEventListener('htmx:beforeSwap', (event) => {
    if (NOBODY.includes(event.detail.xhr.status)) {
      event.detail.shouldSwap = false;
      broken(event.detail.requestConfig);
    }
  });
  document.addEventListener('htmx:afterRequest', (event) => {
    const status = event.detail.xhr?.status;
    if (status > 0 && !NOBODY.includes(status)) {
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
