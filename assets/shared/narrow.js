// On a phone held upright the music is asked for in narrow lines.
export function startNarrow(htmx) {
  const phone = window.matchMedia('(max-width: 640px)');
  // A page that is drawn once says where its narrow form is.
  const own = document.querySelector('[data-narrow-page]');
  if (own && phone.matches) {
    window.location.replace(own.dataset.narrowPage);
    return;
  }
  const adjust = () => {
    const url = new URL(window.location.href);
    const isDesk = document.getElementById('desk-main');
    const isNarrow = Boolean(document.querySelector('#state input[name=narrow]'));
    if (isDesk && isNarrow !== phone.matches) {
      if (phone.matches) {
        url.searchParams.set('narrow', '1');
      } else {
        url.searchParams.delete('narrow');
      }
      htmx.ajax('GET', url.pathname + url.search, { target: '#desk-main', swap: 'innerHTML' });
    }
  };
  phone.addEventListener('change', adjust);
  if (phone.matches) {
    adjust();
  }
}
