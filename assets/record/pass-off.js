// Hearing a player: notes are pressed that were wrong, cracked or out of tune, and what else went wrong is counted; the mark follows.

// As data/listening.yaml has them: cents within which a note is in tune with the take, percent within which it is even.
const OUT_OF_TUNE = 20;
const UNEVEN = 10;

const AFTER = 250; // milliseconds without a press, after which the mark is asked for

export function startPassOff() {
  const page = document.getElementById('hear');
  const form = page?.querySelector('.hear-form');
  const field = document.getElementById('hear-pressed');
  if (!form || !page.querySelector('.hear-music')) {
    return;
  }
  let done = [];
  let timer;
  const kinds = [...page.querySelectorAll('input[name=kind]')];
  const sign = Object.fromEntries(kinds.map((one) => [one.value, one.dataset.sign]));
  const regions = (note) => [...page.querySelectorAll(`.note-region[data-note="${note}"]`)];
  const labels = new Map([...page.querySelectorAll('.note-region')].map((one) => [one, one.getAttribute('aria-label')]));

  const notes = () => {
    const pressed = new Map();
    done.filter((one) => one.note !== undefined).forEach((one) => {
      const key = `${one.note} ${one.kind}`;
      if (!pressed.delete(key)) {
        pressed.set(key, { note: one.note, kind: one.kind });
      }
    });
    return [...pressed.values()];
  };
  const counts = () => Object.fromEntries([...page.querySelectorAll('[data-count]')].map((one) => [one.dataset.count, done.filter((press) => press.count === one.dataset.count).length]));
  let asked = 0;
  const mark = async () => {
    const now = (asked += 1);
    const answer = await fetch(page.dataset.mark, { method: 'POST', headers: { 'HX-Request': 'true' }, body: new URLSearchParams(new FormData(form)) }).catch(() => null);
    if (now !== asked) {
      return; // more was pressed meanwhile
    }
    document.getElementById('hear-mark').innerHTML = answer ? await answer.text() : '';
    document.getElementById('hear-sum').replaceChildren(...(document.querySelector('#hear-mark .mark-sum')?.childNodes ?? []));
  };
  const show = () => {
    const pressed = notes();
    page.querySelectorAll('.pressed-sign').forEach((one) => one.remove());
    labels.forEach((label, region) => {
      const here = pressed.filter((one) => one.note === Number(region.dataset.note));
      region.setAttribute('aria-label', here.length ? `${here.map((one) => one.kind).join(', ')}: ${label}` : label);
      region.setAttribute('aria-pressed', here.length ? 'true' : 'false');
      if (here.length) {
        const box = region.querySelector('rect');
        const text = document.createElementNS('http://www.w3.org/2000/svg', 'text');
        text.setAttribute('class', 'pressed-sign');
        text.setAttribute('x', Number(box.getAttribute('x')) + Number(box.getAttribute('width')) / 2);
        text.setAttribute('y', Number(box.getAttribute('y')) + Number(box.getAttribute('height')) + 330);
        text.setAttribute('text-anchor', 'middle');
        text.textContent = here.map((one) => sign[one.kind]).join('');
        region.append(text);
      }
    });
    const counted = counts();
    page.querySelectorAll('[data-count]').forEach((one) => {
      one.querySelector('output').textContent = counted[one.dataset.count];
    });
    document.getElementById('hear-back').disabled = done.length === 0;
    field.value = JSON.stringify({ pressed, ...counted });
    clearTimeout(timer);
    timer = setTimeout(mark, AFTER);
  };
  const press = (one) => {
    done.push(one);
    show();
  };
  const onNote = (region) => press({ note: Number(region.dataset.note), kind: kinds.find((one) => one.checked).value });

  page.addEventListener('click', (event) => {
    const region = event.target.closest('.note-region');
    const counted = event.target.closest('[data-count]');
    if (region) {
      onNote(region);
    } else if (counted) {
      press({ count: counted.dataset.count });
    } else if (event.target.id === 'hear-back') {
      done = done.slice(0, -1);
      show();
    }
  });
  page.addEventListener('keydown', (event) => {
    const region = event.target.closest?.('.note-region');
    if (!region) {
      return;
    }
    const to = Number(region.dataset.note) + ({ ArrowRight: 1, ArrowLeft: -1 }[event.key] ?? 0);
    if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      onNote(region);
    } else if (to !== Number(region.dataset.note)) {
      event.preventDefault();
      regions(to).find((one) => one.checkVisibility())?.focus();
    }
  });
  // What was heard is pressed for the teacher, who takes back what he heard otherwise.
  document.addEventListener('listen:judged', (event) => {
    const heard = event.detail;
    if (!heard.judged) {
      return;
    }
    done = done.filter((one) => !one.isHeard);
    heard.notes.forEach((note) => {
      if (note.verdict !== 'right') {
        done.push({ note: note.i, kind: 'wrong', isHeard: true });
      } else if (!note.first_time) {
        done.push({ note: note.i, kind: 'cracked', isHeard: true });
      } else if (note.cents_against_take !== null && Math.abs(note.cents_against_take) > OUT_OF_TUNE) {
        done.push({ note: note.i, kind: 'out of tune', isHeard: true });
      }
    });
    [...heard.slow_changes, ...(heard.evenness_percent > UNEVEN ? [1] : [])].forEach(() => done.push({ count: 'uneven', isHeard: true }));
    heard.restarts.forEach(() => done.push({ count: 'stopped', isHeard: true }));
    if (heard.tempo && !document.getElementById('hear-tempo').value) {
      document.getElementById('hear-tempo').value = String(Math.round(heard.tempo));
    }
    show();
  });
  document.getElementById('hear-tempo').addEventListener('input', show);

  // What was pressed before it came back with a question.
  if (field.value) {
    const before = JSON.parse(field.value);
    done = [...before.pressed, ...['uneven', 'stopped', 'articulation', 'lapse'].flatMap((name) => Array(before[name] ?? 0).fill({ count: name }))];
  }
  show();
}
