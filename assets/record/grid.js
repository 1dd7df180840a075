// The grid of the record: a cell is pressed, then "Passed" or "Not yet"; it can be taken back; what another teacher enters meanwhile comes by itself.

import { press, sentence } from '../shared/press.js';

const EVERY = 6000;
/** The name and the count stand before the cells of a row. */
const BEFORE = 2;

export function startGrid() {
  const grid = document.getElementById('record-grid');
  if (!grid) {
    return;
  }
  const dialog = document.getElementById('record-enter');
  const status = document.getElementById('record-status');
  let cell;

  /** Puts cells that the server sends in the places of those that are there. */
  const take = (html) => {
    const box = document.createElement('template');
    box.innerHTML = html;
    box.content.querySelectorAll('[data-row]').forEach((fresh) => {
      const row = document.getElementById(`r-${fresh.dataset.row}`);
      [...fresh.cells].forEach((one, k) => {
        const old = row?.cells[BEFORE + Number(fresh.dataset.from) + k];
        const hadFocus = old?.contains(document.activeElement);
        old?.replaceWith(one);
        if (hadFocus) {
          one.firstElementChild.focus();
        }
      });
    });
    document.querySelectorAll('#record-grid tbody tr').forEach((row) => {
      row.querySelector('.count').textContent = `${row.querySelectorAll('td.is-passed').length} / ${row.cells.length - BEFORE}`;
    });
    return box.content;
  };
  const send = async (address, fields) => {
    const answer = await press(address, new URLSearchParams({ list: grid.dataset.list, ...fields }));
    if (!answer?.ok) {
      status.textContent = await sentence(answer, 'Not connected. Press it again when you are: what has arrived is not entered twice.');
      return;
    }
    const content = take(await answer.text());
    status.replaceChildren(...(content.querySelector('.record-said')?.childNodes ?? []));
  };

  grid.addEventListener('click', (event) => {
    const pressed = event.target.closest('tbody button');
    if (!pressed) {
      return;
    }
    const row = pressed.closest('tr').dataset;
    const column = grid.tHead.rows[0].cells[pressed.closest('td').cellIndex];
    cell = { key: column.dataset.key, chair: row.chair };
    document.getElementById('record-enter-title').textContent = `${row.name}, ${pressed.getAttribute('aria-label')}`;
    document.getElementById('record-asks').textContent = cell.key;
    const hear = document.getElementById('record-hear');
    hear.href = `${hear.dataset.address.replace(/0{8}-0{4}-0{4}-0{4}-0{12}/, cell.chair)}&requirement=${encodeURIComponent(cell.key)}`;
    document.getElementById('record-tempo').value = '';
    document.getElementById('record-tempo').placeholder = cell.key.match(/= (\d+)/)?.[1] ?? cell.key.match(/\b(\d{2,3})\b(?!.*\d)/)?.[1] ?? '';
    document.getElementById('record-remark').value = '';
    dialog.showModal();
    dialog.querySelector('[data-result=passed]').focus();
  });
  dialog.addEventListener('click', (event) => {
    const result = event.target.closest('[data-result]')?.dataset.result;
    if (result) {
      dialog.close();
      send(grid.dataset.enter, { chair: cell.chair, requirement: cell.key, result, tempo: document.getElementById('record-tempo').value, remark: document.getElementById('record-remark').value });
    }
  });
  status.addEventListener('click', (event) => {
    const back = event.target.closest('[data-withdraw]');
    if (back) {
      send(back.dataset.withdraw, { requirement: back.dataset.key });
    }
  });
  setInterval(async () => {
    if (document.hidden || dialog.open) {
      return;
    }
    const answer = await fetch(`${grid.dataset.since}&moment=${grid.dataset.moment}`).catch(() => null);
    if (answer?.ok) {
      const content = take(await answer.text());
      grid.dataset.moment = content.querySelector('#record-moment')?.dataset.moment ?? grid.dataset.moment;
    }
  }, EVERY);
}
