// Notes of an answer placed on a staff: a press adds one, and the letters stand in the field. What is typed there is drawn.

const LETTERS = 'CDEFGAB';
const SIGNS = { '': null, b: 'flat', '#': 'sharp', bb: 'double-flat', '##': 'double-sharp' };
const DRAW = 'http://www.w3.org/2000/svg';

export function startStaff() {
  const holder = document.getElementById('work-staff');
  if (!holder) {
    return;
  }
  const field = document.getElementById('work-answer');
  const staff = holder.querySelector('svg');
  const [space, lowest, first, each, most] = ['space', 'lowest', 'first', 'each', 'notes'].map((name) => Number(staff.dataset[name]));
  const bottom = 4 * space;
  // As the reader names notes: "Bb" is typed "B" in German, "sib" in fixed do.
  const names = JSON.parse(holder.dataset.names);
  const named = Object.fromEntries(Object.entries(names).map(([note, name]) => [name.toLowerCase(), note]));
  let notes = [];

  const text = () => notes.map((note) => names[`${LETTERS[note.step % 7]}${note.sign}`]).join(' ');
  const use = (name, x, y) => {
    const one = document.createElementNS(DRAW, 'use');
    one.setAttribute('href', `#staff-${name}`);
    one.setAttribute('x', x);
    one.setAttribute('y', y);
    return one;
  };
  const draw = () => {
    const drawn = [];
    notes.forEach((note, k) => {
      const x = first + k * each;
      const y = bottom - (note.step - lowest) * space / 2;
      const ledgers = [];
      for (let step = lowest - 2; step >= note.step; step -= 2) {
        ledgers.push(step);
      }
      for (let step = lowest + 10; step <= note.step; step += 2) {
        ledgers.push(step);
      }
      for (const step of ledgers) {
        const ledger = document.createElementNS(DRAW, 'path');
        ledger.setAttribute('d', `M${x - 110} ${bottom - (step - lowest) * space / 2} h540`);
        ledger.setAttribute('class', 'ledger');
        drawn.push(ledger);
      }
      if (SIGNS[note.sign]) {
        drawn.push(use(SIGNS[note.sign], x - (note.sign.length > 1 ? 420 : 280), y));
      }
      drawn.push(use('head', x, y));
    });
    staff.querySelector('.staff-notes').replaceChildren(...drawn);
  };
  /** What is typed, each note as near to the one before as it can be. */
  const read = () => {
    if (field.value.trim() === text()) {
      return;
    }
    notes = [];
    for (const word of field.value.trim().split(/[\s,]+/).filter(Boolean).slice(0, most)) {
      const plain = word.replace('\u266d', 'b').replace('\u266f', '#');
      const found = (named[plain.toLowerCase()] ?? plain).match(/^([A-Ga-g])(bb|##|b|#)?$/);
      if (!found) {
        break;
      }
      const letter = LETTERS.indexOf(found[1].toUpperCase());
      const near = notes.length ? notes[notes.length - 1].step + 1 : lowest + 1;
      const step = [0, 7, 14, 21, 28, 35, 42, 49].map((octave) => octave + letter).reduce((best, one) => (Math.abs(one - near) < Math.abs(best - near) ? one : best));
      notes.push({ step, sign: found[2] ?? '' });
    }
    draw();
  };
  staff.addEventListener('click', (event) => {
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(staff.getScreenCTM().inverse());
    const step = lowest + Math.round((bottom - at.y) / (space / 2));
    const sign = holder.querySelector('[name=sign]:checked').value;
    // On a note that stands there, it is moved or changed; behind the last, one is added.
    const k = Math.max(0, Math.round((at.x - first - 150) / each));
    if (k < notes.length) {
      notes[k] = { step, sign };
    } else if (notes.length < most) {
      notes.push({ step, sign });
    }
    field.value = text();
    draw();
  });
  holder.querySelector('[data-back]').addEventListener('click', () => {
    notes.pop();
    field.value = text();
    draw();
  });
  field.addEventListener('input', read);
  holder.hidden = false;
  read();
}
