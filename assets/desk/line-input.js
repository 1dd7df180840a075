// Completion of the study line: a listbox under the input, chosen with the arrow keys or the mouse.
export function startLineInput() {
  const list = document.getElementById('suggestions');
  if (!list) {
    return;
  }
  let newest = 0;
  const input = () => document.getElementById('line');
  const options = () => [...list.querySelectorAll('[role=option]')];
  const chosen = () => list.querySelector('[aria-selected=true]');

  const close = () => {
    list.hidden = true;
    input().setAttribute('aria-expanded', 'false');
    input().removeAttribute('aria-activedescendant');
  };
  const select = (option) => {
    chosen()?.setAttribute('aria-selected', 'false');
    option?.setAttribute('aria-selected', 'true');
    if (option) {
      input().setAttribute('aria-activedescendant', option.id);
    }
  };
  const take = (option) => {
    input().value = option.dataset.line;
    close();
    input().dispatchEvent(new Event('input', { bubbles: true }));
    close();
  };
  const show = async () => {
    const mine = (newest += 1);
    const answer = await fetch(`/desk/suggest?${encodeURIComponent(input().name)}=${encodeURIComponent(input().value)}`);
    if (mine !== newest || document.activeElement !== input() || !answer.ok) {
      return;
    }
    list.innerHTML = await answer.text();
    list.hidden = options().length === 0;
    input().setAttribute('aria-expanded', String(!list.hidden));
  };

  let timer;
  document.addEventListener('input', (event) => {
    if (event.target.id === 'line' && event.isTrusted) {
      clearTimeout(timer);
      timer = setTimeout(show, 120);
    }
  });
  document.addEventListener('keydown', (event) => {
    if (event.target.id !== 'line') {
      return;
    }
    const all = options();
    if (event.key === 'Escape') {
      close();
    } else if ((event.key === 'ArrowDown' || event.key === 'ArrowUp') && !list.hidden && all.length > 0) {
      event.preventDefault();
      const step = event.key === 'ArrowDown' ? 1 : -1;
      select(all[(all.indexOf(chosen()) + step + all.length) % all.length]);
    } else if (event.key === 'ArrowDown' && list.hidden) {
      show();
    } else if (event.key === 'Enter') {
      event.preventDefault();
      if (!list.hidden && chosen()) {
        take(chosen());
      } else {
        close();
        clearTimeout(timer);
        newest += 1;
        document.getElementById('line-form').requestSubmit();
      }
    }
  });
  list.addEventListener('mousedown', (event) => {
    const option = event.target.closest('[role=option]');
    if (option) {
      event.preventDefault();
      take(option);
    }
  });
  document.addEventListener('focusout', (event) => {
    if (event.target.id === 'line') {
      close();
    }
  });
}
