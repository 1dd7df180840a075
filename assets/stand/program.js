// From a step of the Stand to what happens when, in seconds from its beginning: beats that click and are seen, notes, names that move on.
// Pure, so that it can be tested without a loudspeaker. Ticks are 3360 to the quarter note.

/** Seconds to hear, to sing and to play the first note. */
const HEAR = 2.2;
const SING = 3;
const MATCH = 4;

/** Seconds of a tick. */
const tickOf = (step, bpm) => 60 / bpm / step.unit;

/** The clicks of a bar: what the grid names, else every beat. */
const clicksOf = ([, bar, beat, clicks]) => clicks ?? Array.from({ length: bar / beat }, (_, k) => k * beat);

/** The beats of a stretch of ticks: where each stands, which of its bar, of how many. */
export function beatsOf(grid, length) {
  const beats = [];
  grid.forEach((row, i) => {
    const [place, bar] = row;
    const until = grid[i + 1]?.[0] ?? length;
    const clicks = clicksOf(row);
    for (let line = place; line < until; line += bar) {
      clicks.filter((click) => line + click < until).forEach((click, k) => {
        beats.push({ tick: line + click, n: k + 1, of: clicks.length });
      });
    }
  });
  return beats;
}

const sounding = (note, sound) => (sound === 'written' ? note.written : note.midi);

/** A note as the voice plays it, joined to the next where that is slurred to it. */
function voiced(step, notes, k, tick) {
  const [i, , length] = step.plays[k];
  const next = step.plays[k + 1] ? notes[step.plays[k + 1][0]] : null;
  const joins = !step.tongued && next?.attack === 'none';
  // In a step that is all tongued a note that is slurred on the page is tongued too.
  const share = step.tongued ? Math.min(0.9, notes[i].share ?? 0.9) : notes[i].share ?? (joins ? 1 : 0.9);
  const tongued = step.tongued || notes[i].attack === 'tongue';
  return { length: length * tick * share, tongued, joins, loudness: notes[i].loudness };
}

/**
 * One time through: beats, cells of the strip, counts of what is held, and the notes where they sound.
 *
 * @param {boolean} model whether the notes sound
 * @param {number} [bars] only so many bars from the beginning
 */
function once(step, notes, start, tick, model, sound, bars = Infinity) {
  const events = [];
  const bar = step.grid[0][1];
  const length = Math.min(step.length, bars * bar);
  if (step.timed) {
    for (const beat of beatsOf(step.grid, length)) {
      events.push({ at: start + beat.tick * tick, type: 'beat', n: beat.n, of: beat.of, strong: beat.n === 1 });
    }
  }
  step.plays.forEach(([i, onset, ticks], k) => {
    if (onset >= length) {
      return;
    }
    const at = start + onset * tick;
    events.push({ at, type: 'cell', k, i });
    const beat = step.grid.reduce((found, one) => (one[0] <= onset ? one : found))[2];
    if (step.timed) {
      for (let count = 2, tickOn = onset + beat; tickOn < Math.min(onset + ticks, length); tickOn += beat, count += 1) {
        events.push({ at: start + tickOn * tick, type: 'held', k, i, count });
      }
    }
    if (model && !step.silent) {
      events.push({ at, type: 'note', midi: sounding(notes[i], sound), i, ...voiced(step, notes, k, tick) });
    }
  });
  return { events, end: start + length * tick };
}

function countIn(step, start, tick) {
  const [, bar] = step.grid[0];
  const clicks = clicksOf(step.grid[0]);
  const of = clicks.length;
  const events = clicks.map((click, k) => ({
    at: start + click * tick, type: 'beat', n: k + 1, of, strong: k === 0, before: true, breath: k === of - 1,
  }));
  return { events, end: start + bar * tick };
}

const ordered = (events) => events.sort((a, b) => a.at - b.at);

/** Hear it, sing it, match it. */
function firstNote(step, notes, sound) {
  const events = [];
  let at = 0;
  const [i] = step.plays[0];
  for (let time = 0; time < step.times; time += 1) {
    events.push({ at, type: 'cell', k: 0, i }, { at, type: 'says', key: 'hear' }, { at, type: 'note', midi: sounding(notes[i], sound), i, length: HEAR - 0.3, tongued: true, joins: false });
    events.push({ at: at + HEAR, type: 'says', key: 'sing' });
    events.push({ at: at + HEAR + SING, type: 'says', key: 'match' });
    at += HEAR + SING + MATCH;
  }
  return { events, end: at, played: step.times * MATCH };
}

/** A bar is played, the player plays it; twice; then with the next bar appended, as many bars as there are. */
function echo(step, notes, tick, sound) {
  const events = [];
  const bar = step.grid[0][1];
  let { events: lead, end: at } = countIn(step, 0, tick);
  events.push(...lead);
  let played = 0;
  const bars = Math.max(1, Math.round(step.length / bar));
  for (let many = 1; many <= bars; many += 1) {
    for (let time = 0; time < 2; time += 1) {
      for (const model of [true, false]) {
        const part = once(step, notes, at, tick, model, sound, many);
        events.push({ at, type: 'says', key: model ? 'listen' : 'your_turn' }, ...part.events);
        played += model ? 0 : part.end - at;
        at = part.end;
      }
    }
  }
  return { events, end: at, played };
}

/**
 * What happens in a step; null where the player goes on by himself, a note at a time.
 *
 * @param {object} step of the page's data
 * @param {object[]} notes of the line
 * @param {{bpm: number, model?: boolean, once?: boolean, echo?: boolean, sound?: string}} options bpm: beats of the step a minute; model: the notes sound; once: to be
 *   heard, one time and no count-in
 * @returns {{events: object[], end: number, played: number}|null} seconds; played: how long the player blows
 */
export function program(step, notes, options) {
  const sound = options.sound ?? 'sounding';
  if (step.kind === 'first note') {
    const made = firstNote(step, notes, sound);
    return { ...made, events: ordered(made.events) };
  }
  const tick = tickOf(step, options.bpm);
  if (options.once) {
    const made = once({ ...step, silent: false, timed: false }, notes, 0, tick, true, sound);
    return { events: ordered(made.events), end: made.end, played: 0 };
  }
  if (!step.timed) {
    return null;
  }
  if (options.echo && !step.silent) {
    const made = echo(step, notes, tick, sound);
    return { ...made, events: ordered(made.events) };
  }
  const events = [];
  let at = 0;
  let played = 0;
  for (let time = 0; time < step.times; time += 1) {
    // Back and forth goes on without a stop; anything longer is breathed before.
    if (time === 0 || step.times < 4) {
      const before = countIn(step, at, tick);
      events.push(...before.events);
      at = before.end;
    }
    const part = once(step, notes, at, tick, options.model, sound);
    events.push(...part.events);
    played += step.silent ? 0 : part.end - at;
    at = part.end;
  }
  return { events: ordered(events), end: at, played };
}

