// From note to note with the arrow keys; a press or Enter opens the card of a note; a drag over bars puts them in a loop.
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
  const open = (index, focus = true) => {
    current = index;
    const query = document.getElementById('page').dataset.query;
    const top = card.scrollTop;
    const was = !card.hidden;
    card.hidden = false;
    mark();
    htmx.ajax('GET', `/desk/note/${index}?${query}`, { target: '#card', swap: 'innerHTML' }).then(() => {
      if (was) {
        card.scrollTop = top;
      }
      if (focus) {
        card.focus({ preventScroll: true });
      }
      // On a phone the card lies below: the note goes to the top.
      region(index)?.scrollIntoView({ block: window.matchMedia('(max-width: 640px)').matches ? 'start' : 'nearest' });
    });
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

  // A drag from one note to another takes the bars between them; with the loop on, a press takes the bar of the note.
  let from = null;
  let dragged = false;
  const loops = () => document.getElementById('with-loop')?.getAttribute('aria-pressed') === 'true';
  const chosen = (one, other) => {
    const bars = [Number(one.dataset.bar), Number(other.dataset.bar)].sort((a, b) => a - b);
    return { from: bars[0], to: bars[1] };
  };
  const shade = (bars) => regions().forEach((one) => one.classList.toggle('in-loop', Boolean(bars) && Number(one.dataset.bar) >= bars.from && Number(one.dataset.bar) <= bars.to));
  document.addEventListener('pointerdown', (event) => {
    from = event.target.closest?.('.note-region') ?? null;
    dragged = false;
  });
  document.addEventListener('pointermove', (event) => {
    if (!from || event.buttons === 0) {
      return;
    }
    const over = document.elementFromPoint(event.clientX, event.clientY)?.closest('.note-region');
    if (over && over !== from) {
      dragged = true;
      shade(chosen(from, over));
    }
  });
  document.addEventListener('pointerup', (event) => {
    const over = document.elementFromPoint(event.clientX, event.clientY)?.closest('.note-region');
    if (from && dragged) {
      const bars = chosen(from, over ?? from);
      document.dispatchEvent(new CustomEvent('desk:loop', { detail: bars }));
    }
    from = null;
  });
  document.addEventListener('desk:looped', (event) => shade(event.detail));

  document.addEventListener('click', (event) => {
    const note = event.target.closest('.note-region');
    if (note && dragged) {
      dragged = false;
      return;
    }
    if (note && loops() && event.detail > 0) {
      document.dispatchEvent(new CustomEvent('desk:loop', { detail: chosen(note, note) }));
      focus(Number(note.dataset.note));
      return;
    }
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
    if (event.key === 'Escape' && !card.hidden && !document.querySelector('dialog[open], details.menu[open], .panel:not([hidden])')) {
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
        open(target, false);
      }
    } else if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      open(index);
    }
  });
  // When the page is drawn anew, the card follows it and keeps its place.
  document.addEventListener('htmx:afterSettle', (event) => {
    if (event.target.id === 'desk-main' && !card.hidden) {
      if (region(current)) {
        open(current, false);
      } else {
        card.hidden = true;
      }
    }
  });
}
