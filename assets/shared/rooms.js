// Where one was in each room is remembered, so that going to another and back loses nothing.

const KEY = 'rooms';

export function startRooms() {
  const read = () => {
    try {
      return JSON.parse(sessionStorage.getItem(KEY) ?? '{}');
    } catch {
      return {};
    }
  };
  const here = () => document.querySelector('[data-room][aria-current]')?.dataset.room;
  const remember = () => {
    const room = here();
    if (room) {
      sessionStorage.setItem(KEY, JSON.stringify({ ...read(), [room]: window.location.pathname + window.location.search }));
    }
  };
  const point = () => {
    const kept = read();
    document.querySelectorAll('[data-room]').forEach((link) => {
      if (kept[link.dataset.room] && !link.hasAttribute('aria-current')) {
        link.href = kept[link.dataset.room];
      }
    });
  };
  remember();
  point();
  document.addEventListener('htmx:pushedIntoHistory', remember);
  document.addEventListener('htmx:replacedInHistory', remember);
  document.addEventListener('htmx:afterSettle', remember);
}
