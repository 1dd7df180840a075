// The first visit begins with three sentences and a line to say; it comes once, and is under Help afterwards.

const SEEN = 'welcomed';

export function startWelcome() {
  const welcome = document.getElementById('welcome');
  const address = new URL(window.location.href);
  if (welcome && !localStorage.getItem(SEEN) && address.pathname === '/desk' && address.search === '') {
    welcome.showModal();
    welcome.addEventListener('close', () => localStorage.setItem(SEEN, '1'));
    welcome.querySelector('form').addEventListener('submit', () => localStorage.setItem(SEEN, '1'));
  }
  if (address.searchParams.get('hand') === 'out') {
    document.querySelector('[data-check-all]')?.click();
    document.getElementById('hand-out')?.showModal();
  }
}
