// A line talked through: one note at a time is open, the others stand small; the browser reads aloud where it has a voice.

/** Words a minute are the browser's own; a pupil follows with the fingers, so a little slower. */
const RATE = 0.9;

/**
 * Which note is open, and whether it is read: a state and what happened make the next.
 *
 * @param {{at: number, count: number, reading: boolean}} state
 * @param {{kind: 'go'|'step'|'read'|'stop'|'said', to?: number, by?: number}} event
 */
export function next(state, event) {
  const within = (at) => Math.max(0, Math.min(state.count - 1, at));
  switch (event.kind) {
    case 'go': return { ...state, at: within(event.to) };
    case 'step': return { ...state, at: within(state.at + event.by) };
    case 'read': return { ...state, reading: true, at: state.at === state.count - 1 ? 0 : state.at };
    case 'stop': return { ...state, reading: false };
    case 'said': {
      if (!state.reading) {
        return state;
      }
      return state.at + 1 < state.count ? { ...state, at: state.at + 1 } : { ...state, reading: false };
    }
    default: return state;
  }
}

export function startTalk() {
  const list = document.getElementById('talk');
  if (!list || list.dataset.started) {
    return;
  }
  list.dataset.started = '1';
  const byId = (id) => document.getElementById(id);
  const notes = [...list.children];
  const read = byId('talk-read');
  const label = read.textContent;
  const voice = window.speechSynthesis ?? null;
  let state = { at: 0, count: notes.length, reading: false };
  let said = 0; // utterances that were begun: what a former one reports is nobody's business any more

  const show = () => {
    notes.forEach((note, k) => {
      note.classList.toggle('is-open', k === state.at);
      if (k === state.at) {
        note.setAttribute('aria-current', 'step');
      } else {
        note.removeAttribute('aria-current');
      }
    });
    read.setAttribute('aria-pressed', String(state.reading));
    read.textContent = state.reading ? read.dataset.stop : label;
    notes[state.at].scrollIntoView({ block: 'nearest' });
  };
  const speak = () => {
    said += 1;
    voice?.cancel();
    if (!state.reading) {
      return;
    }
    const mine = said;
    const note = notes[state.at];
    const utterance = new SpeechSynthesisUtterance(byId('talk-short').checked ? note.dataset.short : note.dataset.long);
    utterance.lang = document.documentElement.lang || 'en';
    utterance.rate = RATE;
    utterance.onend = () => mine === said && happens({ kind: 'said' });
    utterance.onerror = () => {
      if (mine === said) {
        byId('talk-says').textContent = byId('talk-says').dataset.none;
        happens({ kind: 'stop' });
      }
    };
    voice.speak(utterance);
  };
  const happens = (event) => {
    const before = state;
    state = next(state, event);
    show();
    if (state.reading !== before.reading || (state.reading && state.at !== before.at)) {
      speak();
    }
  };

  byId('talk-bar').hidden = false;
  read.hidden = voice === null;
  if (voice === null) {
    byId('talk-says').textContent = byId('talk-says').dataset.none;
  }
  list.classList.add('is-lesson');
  read.addEventListener('click', () => {
    byId('talk-says').textContent = '';
    happens({ kind: state.reading ? 'stop' : 'read' });
  });
  byId('talk-before').addEventListener('click', () => happens({ kind: 'step', by: -1 }));
  byId('talk-next').addEventListener('click', () => happens({ kind: 'step', by: 1 }));
  byId('talk-all').addEventListener('change', (event) => list.classList.toggle('is-lesson', !event.target.checked));
  byId('talk-short').addEventListener('change', (event) => {
    list.classList.toggle('is-short', event.target.checked);
    if (state.reading) {
      speak();
    }
  });
  notes.forEach((note, k) => note.addEventListener('click', () => happens({ kind: 'go', to: k })));
  document.addEventListener('keydown', (event) => {
    if (!list.isConnected || event.target.closest?.('input, select, textarea') || event.altKey || event.ctrlKey || event.metaKey) {
      return;
    }
    const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
    if (by) {
      event.preventDefault();
      happens({ kind: 'step', by });
    }
  });
  window.addEventListener('pagehide', () => voice?.cancel());
  show();
}
