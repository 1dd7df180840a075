// The strip: names and drawings of the notes of a step, one beside the other; it moves so that the note of now stands in the middle.

export function openStrip(box, data) {
  let cells = [];

  const drawn = (index) => {
    const holder = document.createElement('div');
    holder.className = 'strip-drawn';
    if (index >= 0) {
      holder.innerHTML = data.drawings[index];
    }
    return holder;
  };
  const cell = ([i], other, marks) => {
    const note = data.notes[i];
    const one = document.createElement('div');
    one.className = 'strip-cell';
    const takesOther = other && note.other !== null;
    one.classList.toggle('changed', marks && note.name.length > 1);
    one.classList.toggle('new', marks && data.new.includes(note.written));
    one.append(Object.assign(document.createElement('strong'), { textContent: note.name }), drawn(takesOther ? note.other.drawn : note.drawn));
    if (takesOther) {
      one.classList.add('other');
      one.append(Object.assign(document.createElement('small'), { textContent: note.other.fingering }));
    }
    return one;
  };
  const move = (k) => {
    cells.forEach((one, at) => one.classList.toggle('now', at === k));
    const now = cells[k] ?? cells[0];
    if (now && !box.classList.contains('fits')) {
      box.scrollTo({ left: now.offsetLeft + now.offsetWidth / 2 - box.clientWidth / 2, behavior: 'instant' });
    }
  };
  return {
    /** @param {object} step @param {boolean} other whether the other fingering that is taught stands in its place */
    show(step, other) {
      // The signature shows the notes one will need, from low to high, those that it changes and those that are new marked.
      const isKey = step.kind === 'signature';
      const plays = isKey ? [...new Map(step.plays.map((one) => [data.notes[one[0]].written, one])).entries()].sort((a, b) => a[0] - b[0]).map(([, one]) => one) : step.plays;
      cells = plays.map((one) => cell(one, other, isKey));
      box.replaceChildren(...cells);
      box.classList.remove('fits');
      box.classList.toggle('fits', cells.reduce((sum, one) => sum + one.offsetWidth + 6, 0) < box.clientWidth);
      move(-1);
    },
    move,
  };
}
