// Opens and closes the dialogs; the browser's own <dialog> keeps the focus.
export function startDialogs() {
  document.addEventListener('click', (event) => {
    const opener = event.target.closest('[data-open]');
    if (opener) {
      document.getElementById(opener.dataset.open)?.showModal();
    }
    event.target.closest('[data-close]')?.closest('dialog')?.close();
  });
}
