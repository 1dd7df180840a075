// Touches of an instrument are pressed on its drawing; the boxes beside it are what is sent.

export function startTouches() {
  const holder = document.querySelector('.work-touches.has-map');
  if (!holder) {
    return;
  }
  const box = (touch) => [...holder.querySelectorAll('input[type=checkbox]')].find((one) => one.value === touch);
  const show = () => holder.querySelectorAll('.map-key').forEach((key) => key.classList.toggle('is-down', box(key.dataset.touch)?.checked ?? false));
  holder.addEventListener('click', (event) => {
    const key = event.target.closest('.map-key');
    const pressed = key && box(key.dataset.touch);
    if (pressed) {
      pressed.checked = !pressed.checked;
      show();
    }
  });
  holder.addEventListener('change', show);
  show();
}
