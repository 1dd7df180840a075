// From note to note with the arrow keys; click or Enter opens the card of a note.
export function startNotes(htmx) {
  const card = document.getElementById('card');
  if (!card) {
    return;
  }
  let current = -1;
  const regions = () => [...document.querySelectorAll('.note-region')];
  const region = (index) => document.querySelector(`.note-region[data-note="${index}"]`);

  const mark = () => regions().forEach((one) => {
    const is = !card.hidden && Number(one.dataset.note) === current;
    one.classList.toggle('open', is);
  });
  const open = (index) => {
    current = index;
    const query = document.getElementById('page').dataset.query;
    card.hidden = false;
    mark();
    htmx.ajax('GET', `/desk/note/${index}?${query}`, { target: '#card', swap: 'innerHTML' });
  };
  const close = () => {
    card.hidden = true;
    mark();
    region(current)?.focus();
  };
  const focus = (index) => {
    const next = region(index);
    if (next) {
      regions().forEach((one) => one.setAttribute('tabindex', '-1'));
      next.setAttribute('tabindex', '0');
      next.focus({ preventScroll: false });
    }
    return Boolean(next);
  };

  document.addEventListener('click', (event) => {
    const note = event.target.closest('.note-region');
    if (note) {
      focus(Number(note.dataset.note));
      open(Number(note.dataset.note));
    }
    const shown = event.target.closest('[data-show-note]');
    if (shown) {
      open(Number(shown.dataset.showNote));
    }
    const step = event.target.closest('[data-card-step]');
    if (step) {
      open(current + Number(step.dataset.cardStep));
    }
    if (event.target.closest('[data-close-card]')) {
      close();
    }
  });
  document.addEventListener('keydown', (event) => {
    if (event.key === 'Escape' && !card.hidden && !document.querySelector('dialog[open]')) {
      close();
      return;
    }
    const note = event.target.closest?.('.note-region');
    if (!note) {
      return;
    }
    const index = Number(note.dataset.note);
    const last = regions().length - 1;
    const target = { ArrowLeft: index - 1, ArrowRight: index + 1, Home: 0, End: last }[event.key];
    if (target !== undefined) {
      event.preventDefault();
      if (focus(target) && !card.hidden) {
        open(target);
      }
    } else if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      open(index);
    }
  });
  // When the page is drawn anew, the card follows it.
  document.addEventListener('htmx:afterSettle', (event) => {
    if (event.target.id === 'desk-main' && !card.hidden) {
      if (region(current)) {
        open(current);
      } else {
        card.hidden = true;
      }
    }
  });
}
