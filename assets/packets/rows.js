// The rows of a packet are put in another order by dragging; their numbers go with them. Without a pointer the arrows do the same.
export function startPacketRows() {
  const list = () => document.getElementById('packet-rows');
  let dragged = null;

  // Only the grip drags, so that words in a field can still be marked.
  document.addEventListener('pointerdown', (event) => {
    const row = event.target.closest('#packet-rows li');
    if (row) {
      row.draggable = Boolean(event.target.closest('.grip')) && row.nextElementSibling !== null;
    }
  });
  document.addEventListener('dragstart', (event) => {
    dragged = event.target.closest?.('#packet-rows li') ?? null;
    if (dragged) {
      event.dataTransfer.effectAllowed = 'move';
      event.dataTransfer.setData('text/plain', '');
      dragged.classList.add('dragged');
    }
  });
  document.addEventListener('dragover', (event) => {
    const over = event.target.closest?.('#packet-rows li');
    if (!dragged || !over || over === dragged || over.nextElementSibling === null) {
      return;
    }
    event.preventDefault();
    const box = over.getBoundingClientRect();
    over[event.clientY < box.top + box.height / 2 ? 'before' : 'after'](dragged);
  });
  document.addEventListener('dragend', () => {
    if (dragged) {
      dragged.classList.remove('dragged');
      dragged = null;
      // The buttons name places: they are drawn anew with what is kept.
      list().closest('form').requestSubmit(list().closest('form').querySelector('[name="do"][value="keep"]'));
    }
  });
}
