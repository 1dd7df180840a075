// Notes under covers: a bar is shown and covered again by a press; the next covered bar by a button.
export function startCovers() {
  const covers = [...document.querySelectorAll('.cover')];
  const next = document.getElementById('next-cover');
  const all = document.getElementById('all-covers');
  const status = document.getElementById('covers-status');
  if (!covers.length || !next || !all) {
    return;
  }
  const isOpen = (cover) => cover.getAttribute('aria-pressed') === 'true';
  const show = (cover, open) => {
    cover.setAttribute('aria-pressed', String(open));
    cover.setAttribute('aria-label', open ? cover.dataset.open : cover.dataset.covered);
  };
  const tell = () => {
    const closed = covers.filter((cover) => !isOpen(cover)).length;
    next.disabled = closed === 0;
    all.disabled = closed === covers.length;
  };
  next.hidden = false;
  all.hidden = false;
  tell();
  next.addEventListener('click', () => {
    const cover = covers.find((one) => !isOpen(one));
    if (cover) {
      show(cover, true);
      status.textContent = cover.dataset.open;
      cover.scrollIntoView({ block: 'nearest' });
    }
    tell();
  });
  all.addEventListener('click', () => {
    covers.forEach((cover) => show(cover, false));
    status.textContent = 'All bars are covered.';
    tell();
  });
  covers.forEach((cover) => {
    const turn = () => {
      show(cover, !isOpen(cover));
      tell();
    };
    cover.addEventListener('click', turn);
    cover.addEventListener('keydown', (event) => {
      if (event.key === 'Enter' || event.key === ' ') {
        event.preventDefault();
        turn();
      }
    });
  });
}
