// What the device does for the Stand: stays awake, and opens the page without the network. On plain http a browser does neither.

const PAGES = 'stand-pages';
const WHO = 'stand-who';

/** Keeps the screen on while the page is seen. @returns {Promise<boolean>} */
export async function stayAwake() {
  if (!('wakeLock' in navigator)) {
    return false;
  }
  const ask = async () => {
    try {
      await navigator.wakeLock.request('screen');
      return true;
    } catch {
      return false;
    }
  };
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'visible') {
      ask();
    }
  });
  return ask();
}

/** Keeps this page and what belongs to it, so that it opens again without the network. @returns {Promise<boolean>} */
export async function keepPage(more) {
  if (!('serviceWorker' in navigator) || !('caches' in window)) {
    return false;
  }
  try {
    await navigator.serviceWorker.register('/stand-worker.js');
    await navigator.serviceWorker.ready;
    const pages = await caches.open(PAGES);
    await pages.addAll([window.location.pathname + window.location.search, more]);
    return true;
  } catch {
    return false;
  }
}

/** Pages that somebody else has kept on a shared tablet are let go as soon as another player is signed in. */
export function forgetOthers() {
  const who = document.body.dataset.who ?? '';
  try {
    if ((localStorage.getItem(WHO) ?? '') !== who) {
      localStorage.setItem(WHO, who);
      window.caches?.delete(PAGES);
    }
  } catch {
    // nothing is kept here anyway
  }
}
