// Single keys for what is done often; they rest while somebody types.
const OFF = 'single-keys-off';

export function startShortcuts() {
  const choice = document.getElementById('shortcuts-on');
  if (choice) {
    choice.checked = !localStorage.getItem(OFF);
    choice.addEventListener('change', () => {
      if (choice.checked) {
        localStorage.removeItem(OFF);
      } else {
        localStorage.setItem(OFF, '1');
      }
    });
  }
  const press = (element) => {
    element?.click();
    return Boolean(element);
  };
  const stepInstrument = (step) => {
    const all = [...document.querySelectorAll('[data-instrument]')];
    const here = all.findIndex((one) => one.getAttribute('aria-current') === 'true');
    return press(all[(here + step + all.length) % all.length]);
  };
  document.addEventListener('keydown', (event) => {
    const typing = event.target.closest?.('input:not([type=checkbox]), select, textarea, dialog, .panel');
    if (typing || localStorage.getItem(OFF) || event.ctrlKey || event.metaKey || event.altKey) {
      return;
    }
    const actions = {
      '?': () => press(document.querySelector('[data-open=help]')),
      '/': () => press(document.querySelector('[data-edit-line]')),
      s: () => press(document.querySelector('[data-open=keep]')),
      i: () => stepInstrument(1),
      I: () => stepInstrument(-1),
    };
    const action = actions[event.key] ?? (() => press(document.querySelector(`[data-shortcut="${CSS.escape(event.key)}"]`)));
    if (event.key.length === 1 && action()) {
      event.preventDefault();
    }
  });
}
