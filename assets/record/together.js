// A section is ticked as a whole; pressed again, nobody of it is.
export function startTogether() {
  document.querySelectorAll('[data-tick-all]').forEach((button) => button.addEventListener('click', () => {
    const boxes = [...button.closest('fieldset').querySelectorAll('input[type=checkbox]')];
    const all = boxes.every((box) => box.checked);
    boxes.forEach((box) => { box.checked = !all; });
  }));
}
