// Hand out: who gets it, and what is being made while it is made; paper and look are remembered.

const LOOK = 'hand-out-look';

export function startHandOut() {
  const form = document.getElementById('hand-out-form');
  if (!form) {
    return;
  }
  const boxes = () => [...form.querySelectorAll('[name="who[]"]')];
  const status = document.getElementById('hand-out-status');
  const says = status.dataset;

  try {
    const kept = JSON.parse(localStorage.getItem(LOOK) ?? '{}');
    if (kept.paper) {
      form.elements.paper.value = kept.paper;
    }
  } catch {
    localStorage.removeItem(LOOK);
  }

  const only = () => {
    const here = new URLSearchParams(document.getElementById('page').dataset.query).get('for') ?? document.querySelector('[data-instrument][aria-current]')?.id.slice(4);
    boxes().forEach((box) => {
      box.checked = box.value === here;
    });
  };
  document.addEventListener('click', (event) => {
    if (event.target.closest('[data-open="hand-out"]') && boxes().filter((box) => box.checked).length <= 1) {
      only();
    }
    if (event.target.closest('[data-check-all]')) {
      boxes().forEach((box) => {
        box.checked = true;
      });
    }
    if (event.target.closest('[data-check-one]')) {
      only();
    }
  });

  form.addEventListener('submit', async (event) => {
    if (event.submitter?.hasAttribute('data-packet')) {
      // The packet is of the line that is on the page now.
      form.querySelector('[name=line]')?.remove();
      const line = document.createElement('input');
      line.type = 'hidden';
      line.name = 'line';
      line.value = new URLSearchParams(document.getElementById('page').dataset.query).get('line') ?? '';
      form.append(line);
      return;
    }
    event.preventDefault();
    const isFile = event.submitter?.hasAttribute('data-download');
    const data = new URLSearchParams(new FormData(form, event.submitter));
    const count = data.getAll('who[]').length;
    if (count === 0) {
      status.textContent = says.nobody;
      return;
    }
    localStorage.setItem(LOOK, JSON.stringify({ paper: data.get('paper') }));
    // A window that is opened by the press itself is not held back; it fills when the pages are there.
    const page = isFile ? null : window.open('', '_blank');
    status.textContent = says.making.replace('%who%', String(count));
    if (page) {
      page.document.body.textContent = status.textContent;
    }
    form.setAttribute('aria-busy', 'true');
    try {
      const answer = await fetch(`${form.action}?${data}`);
      const left = decodeURIComponent(answer.headers.get('X-Left-Out') ?? '');
      if (!answer.ok) {
        page?.close();
        const sentence = new DOMParser().parseFromString(await answer.text(), 'text/html').querySelector('.sentence');
        status.textContent = sentence?.textContent ?? says.failed;
        return;
      }
      const place = URL.createObjectURL(await answer.blob());
      status.textContent = `${says.ready} `;
      const link = document.createElement('a');
      link.href = place;
      link.textContent = isFile ? says.save : says.open;
      link.target = isFile ? '' : '_blank';
      if (isFile) {
        link.download = /filename="?([^";]+)/.exec(answer.headers.get('Content-Disposition') ?? '')?.[1] ?? 'parts';
      }
      status.append(link);
      if (left) {
        status.append(` ${says.left} ${left.split('\n').join(' ')}`);
      }
      if (page) {
        page.location = place;
      } else if (isFile) {
        link.click();
      }
    } catch {
      page?.close();
      status.textContent = says.offline;
    } finally {
      form.removeAttribute('aria-busy');
    }
  });
}
