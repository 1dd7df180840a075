// Opens and closes the dialogs and menus; the browser's own <dialog> keeps the focus.
export function startDialogs() {
  document.addEventListener('click', (event) => {
    const opener = event.target.closest('[data-open]');
    if (opener) {
      document.getElementById(opener.dataset.open)?.showModal();
    }
    event.target.closest('[data-close]')?.closest('dialog')?.close();
    // A menu closes when something else is pressed, or when something in it is taken.
    document.querySelectorAll('details.menu[open]').forEach((menu) => {
      if (!menu.contains(event.target) || event.target.closest('.menu a')) {
        menu.open = false;
      }
    });
    const fold = event.target.closest('[data-fold]');
    if (fold) {
      const is = document.getElementById(fold.dataset.fold).classList.toggle('open');
      fold.setAttribute('aria-expanded', String(is));
    }
    const unfold = event.target.closest('[data-unfold]');
    if (unfold) {
      event.preventDefault();
      const details = document.querySelector(`#${unfold.dataset.unfold} details`);
      if (details) {
        details.open = true;
        details.querySelector('summary').focus();
        details.scrollIntoView({ block: 'start' });
      }
    }
  });
  document.addEventListener('keydown', (event) => {
    if (event.key !== 'Escape') {
      return;
    }
    const menu = document.querySelector('details.menu[open]');
    if (menu) {
      menu.open = false;
      menu.querySelector('summary').focus();
    }
  });
}
