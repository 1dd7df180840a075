// The sentence: a press on a part opens its panel under it; the pencil opens the line to type; drafts are kept.

const DRAFT = 'desk-draft';

export function startSentence(htmx) {
  const desk = document.getElementById('desk');
  const panel = document.getElementById('panel');
  if (!desk || !panel) {
    return;
  }
  let opener = null;

  const query = () => document.getElementById('page').dataset.query;
  const place = () => {
    const part = opener && document.getElementById(opener);
    if (!part || window.matchMedia('(max-width: 640px)').matches) {
      panel.style.left = '';
      panel.style.top = '';
      return;
    }
    const at = part.getBoundingClientRect();
    const within = desk.getBoundingClientRect();
    panel.style.top = `${at.bottom - within.top + 6}px`;
    panel.style.left = `${Math.max(0, Math.min(at.left - within.left, within.width - panel.offsetWidth))}px`;
  };
  const close = (back = true) => {
    if (panel.hidden) {
      return;
    }
    panel.hidden = true;
    panel.innerHTML = '';
    const part = opener && document.getElementById(opener);
    part?.setAttribute('aria-expanded', 'false');
    if (back) {
      part?.focus();
    }
    opener = null;
  };
  const open = async (id, from) => {
    const answer = await fetch(`/desk/panel/${id}?${query()}`);
    if (!answer.ok) {
      return;
    }
    document.getElementById(opener ?? '')?.setAttribute('aria-expanded', 'false');
    opener = from ?? opener ?? 'part-more';
    panel.innerHTML = await answer.text();
    htmx.process(panel);
    panel.hidden = false;
    panel.setAttribute('aria-labelledby', 'panel-title');
    document.getElementById(opener)?.setAttribute('aria-expanded', 'true');
    place();
    (panel.querySelector('[aria-current]') ?? panel.querySelector('ul button, button'))?.focus({ preventScroll: false });
  };

  const edit = () => {
    desk.classList.add('typing');
    const line = document.getElementById('line');
    line.focus();
    line.select();
  };

  document.addEventListener('click', (event) => {
    const part = event.target.closest('[data-panel]');
    if (part) {
      const isInside = panel.contains(part);
      if (!isInside && opener === part.id && !panel.hidden) {
        close();
      } else {
        open(part.dataset.panel, isInside ? undefined : part.id);
      }
      return;
    }
    if (event.target.closest('[data-close-panel]')) {
      close();
    } else if (event.target.closest('[data-edit-line]')) {
      close(false);
      edit();
    } else if (!panel.hidden && !panel.contains(event.target)) {
      close(false);
    }
  });
  document.addEventListener('keydown', (event) => {
    if (event.key === 'Escape' && !panel.hidden) {
      event.stopPropagation();
      close();
    } else if (event.key === 'Escape' && event.target.id === 'line' && document.getElementById('suggestions').hidden) {
      if (!desk.querySelector('#line-message .line-error')) {
        desk.classList.remove('typing');
        document.querySelector('[data-edit-line]')?.focus();
      }
    } else if ((event.key === 'ArrowDown' || event.key === 'ArrowUp') && panel.contains(event.target) && event.target.matches('button')) {
      const all = [...panel.querySelectorAll('ul button')];
      const here = all.indexOf(event.target);
      if (here >= 0) {
        event.preventDefault();
        all[(here + (event.key === 'ArrowDown' ? 1 : all.length - 1)) % all.length].focus();
      }
    }
  }, true);
  window.addEventListener('resize', place);

  // Enter takes the line as it stands and goes back to the sentence.
  document.getElementById('line-form').addEventListener('submit', (event) => {
    event.preventDefault();
    const line = document.getElementById('line');
    htmx.trigger(line, 'input');
    window.setTimeout(() => {
      if (!document.querySelector('#line-message .line-error')) {
        desk.classList.remove('typing');
        document.getElementById('part-tonic')?.focus();
      }
    }, 450);
  });

  // What cannot be read is kept until it can be, or is let go; the page says that it shows an older line.
  const stale = (is) => {
    document.getElementById('page')?.classList.toggle('is-stale', is);
    const says = document.getElementById('stale');
    if (says) {
      says.hidden = !is;
    }
  };
  const showDraft = () => {
    const kept = sessionStorage.getItem(DRAFT);
    const line = document.getElementById('line');
    const holder = document.getElementById('draft');
    const isElsewhere = Boolean(kept) && kept !== line.value;
    holder.hidden = !isElsewhere;
    if (isElsewhere) {
      holder.querySelector('q').textContent = kept;
    }
  };
  document.addEventListener('click', (event) => {
    if (event.target.closest('[data-take-draft]')) {
      document.getElementById('line').value = sessionStorage.getItem(DRAFT) ?? '';
      document.getElementById('draft').hidden = true;
      edit();
      htmx.trigger('#line', 'input');
    }
    if (event.target.closest('[data-drop-draft], [data-meant]')) {
      sessionStorage.removeItem(DRAFT);
      document.getElementById('draft').hidden = true;
    }
  });
  document.addEventListener('htmx:afterSettle', (event) => {
    if (event.target.id === 'line-message' && event.target.querySelector('.line-error')) {
      sessionStorage.setItem(DRAFT, document.getElementById('line').value);
      desk.classList.add('typing');
      stale(Boolean(document.querySelector('#page .music')));
    }
    if (event.target.id === 'desk-main') {
      if (event.detail.requestConfig?.headers?.['HX-Trigger'] === 'line') {
        sessionStorage.removeItem(DRAFT);
      }
      const wasIn = opener;
      const hadPanel = !panel.hidden;
      if (hadPanel) {
        panel.hidden = true;
        panel.innerHTML = '';
        opener = null;
        (document.getElementById(wasIn) ?? document.getElementById('part-more'))?.focus();
      }
      if (document.activeElement?.id !== 'line') {
        desk.classList.remove('typing');
      }
      const kept = document.getElementById('keep-line');
      if (kept) {
        kept.textContent = document.getElementById('state').dataset.line;
      }
      showDraft();
    }
  });
  // A press while a typed line is still on its way takes that line along; the answer that is overtaken is let go.
  let answered = document.getElementById('line').value;
  let press;
  let typedAfter;
  const isOfDesk = (asked) => asked?.verb === 'get' && new URL(asked.path, window.location.href).pathname === '/desk';
  const isPressed = () => press !== undefined && press.readyState !== XMLHttpRequest.UNSENT && press.readyState !== XMLHttpRequest.DONE;
  document.addEventListener('htmx:beforeSend', (event) => {
    const asked = event.detail.requestConfig;
    if (isOfDesk(asked) && asked.headers['HX-Trigger'] !== 'line') {
      press = event.detail.xhr;
    }
  });
  document.addEventListener('htmx:configRequest', (event) => {
    const line = document.getElementById('line');
    const isLine = event.detail.headers['HX-Trigger'] === 'line';
    if (!isOfDesk(event.detail)) {
      return;
    }
    const place = new URL(event.detail.path, window.location.href);
    if (isLine) {
      // The line waits a moment before it is asked for; a press in that moment has taken it along, and what is typed after the
      // press is asked for when the press is answered.
      if (isPressed()) {
        event.preventDefault();
      }
      return;
    }
    htmx.trigger(line, 'htmx:abort');
    const isRefused = document.querySelector('#line-message .line-error');
    if (line.value !== answered && !isRefused) {
      if (place.searchParams.has('line')) {
        place.searchParams.set('line', line.value);
        event.detail.path = place.pathname + place.search;
      } else {
        event.detail.parameters.line = line.value;
      }
    }
  });
  document.addEventListener('htmx:afterRequest', (event) => {
    const asked = event.detail.requestConfig;
    if (asked?.headers?.['HX-Trigger'] === 'line') {
      if (event.detail.xhr?.status > 0) {
        answered = asked.parameters.line ?? answered;
      }
      return;
    }
    if (!isOfDesk(asked)) {
      return;
    }
    if (typedAfter !== undefined) {
      const line = document.getElementById('line');
      line.value = typedAfter;
      typedAfter = undefined;
      edit();
      line.setSelectionRange(line.value.length, line.value.length);
      htmx.ajax('GET', '/desk', { source: line, target: '#desk-main', swap: 'innerHTML show:none' });
    }
  });
  // The answer to a press brings its own line: what was typed since then is put back over it.
  document.addEventListener('htmx:beforeSwap', (event) => {
    const asked = event.detail.requestConfig;
    const line = document.getElementById('line');
    if (isOfDesk(asked) && asked.headers['HX-Trigger'] !== 'line' && document.activeElement === line) {
      const taken = new URL(asked.path, window.location.href).searchParams.get('line') ?? asked.parameters.line;
      typedAfter = line.value === taken || line.value === answered ? undefined : line.value;
    }
  });
  document.addEventListener('htmx:afterSettle', (event) => {
    if (event.target.id === 'desk-main' && document.activeElement?.id !== 'line') {
      answered = document.getElementById('line').value;
    }
  });
  showDraft();
  if (document.querySelector('#line-message .line-error')) {
    sessionStorage.setItem(DRAFT, document.getElementById('line').value);
  }
}
