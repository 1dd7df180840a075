// From a part (docs/study-json.md) to what happens when, in seconds from the start: starting pitch, count-in, clicks,
// notes. Pure, so that it can be tested without a loudspeaker.

/** An exact fraction of a whole note, such as "3/8", as a number. */
export function fraction(text) {
  const [over, under = 1] = text.split('/').map(Number);
  return over / under;
}

/** Where a bar clicks, in whole notes from its line: what it names, else every beat. */
function clicksOf(bar) {
  const beat = fraction(bar?.beat ?? '1/4');
  return bar?.clicks?.map(fraction) ?? Array.from({ length: bar?.beats ?? 1 }, (_, i) => i * beat);
}

/**
 * @param {object} part the part's JSON
 * @param {object} options bpm: beats a minute; pitch: sound the first note before; countIn: one bar of clicks, the last
 *   of which is the breath; click: "every", "2 and 4" or "none"; written: play written instead of sounding pitch; chords: hold
 *   the chords softly; fromBar, toBar: the bars to play, counted from 1
 * @returns {{events: Array<{at: number, length: number, type: 'note'|'pitch'|'click'|'breath'|'chord', midi?: number, held?: number[], note?: number, strong?: boolean, tongued?: boolean, joins?: boolean}>, begin: number, end: number}}
 *   begin: when the music itself begins; end: when it is over or begins again
 */
export function timeline(part, options) {
  const whole = 60 / options.bpm / fraction(part.tempo.unit);
  const shown = part.notes.filter((note) => note.bar >= ((options.fromBar ?? 1) > 1 ? options.fromBar : 0) && note.bar <= (options.toBar ?? Infinity));
  const events = [];
  if (shown.length === 0) {
    return { events, begin: 0, end: 0 };
  }
  const midi = (note) => (options.written ? note.written_midi : note.midi);
  // The whole line begins with its first bar, though that may be a rest, and ends with its last.
  const from = (options.fromBar ?? 1) > 1 ? shown[0].bar : part.bars[0]?.bar ?? 0;
  const to = shown.length === part.notes.length ? Infinity : shown.at(-1).bar;
  const grid = part.bars.filter((bar) => bar.bar >= from && bar.bar <= to);
  let begin = 0;
  if (options.pitch) {
    events.push({ at: 0, length: 1.6, type: 'pitch', midi: midi(shown[0]) });
    begin += 2;
  }
  if (options.countIn && !part.untimed) {
    const clicks = clicksOf(grid[0]);
    clicks.forEach((click, i) => {
      const type = i === clicks.length - 1 ? 'breath' : 'click';
      events.push({ at: begin + click * whole, length: 0, type, strong: i === 0 });
    });
    begin += grid[0].beats * fraction(grid[0].beat) * whole;
  }
  // A pick-up belongs to a bar of which only its end is played.
  const origin = part.untimed ? fraction(shown[0].onset) : fraction(grid[0].onset);
  const place = (onset) => begin + (onset - origin) * whole;
  let end = begin;
  shown.forEach((note, i) => {
    // With swing a note is heard elsewhere than it is printed.
    const [onset, duration] = note.heard ?? [note.onset, note.duration];
    const at = place(fraction(onset));
    const length = fraction(duration) * whole;
    const next = shown[i + 1];
    const joins = Boolean(next) && next.attack === 'none';
    for (const grace of note.grace ?? []) {
      events.push({
        at: place(fraction(grace.heard[0])), length: fraction(grace.heard[1]) * whole, type: 'note', midi: midi(grace),
        tongued: false, joins: true, loudness: note.loudness,
      });
    }
    events.push({
      at, length: length * (note.share ?? (joins ? 1 : 0.88)), type: 'note', midi: midi(note), note: note.i,
      tongued: note.attack === 'tongue', joins, loudness: note.loudness,
    });
    end = at + length;
  });
  if (!part.untimed) {
    for (const bar of grid) {
      const count = bar.beats;
      const value = fraction(bar.beat);
      clicksOf(bar).forEach((click, i) => {
        if (options.click !== 'none' && (options.click !== '2 and 4' || i % 2 === 1)) {
          events.push({ at: place(fraction(bar.onset) + click), length: 0, type: 'click', strong: i === 0 });
        }
      });
      end = Math.max(end, place(fraction(bar.onset) + count * value));
    }
  }
  if (options.chords) {
    (part.chords ?? []).forEach((chord, i, all) => {
      const at = Math.max(begin, place(fraction(chord.onset)));
      const until = Math.min(end, i + 1 < all.length ? place(fraction(all[i + 1].onset)) : end);
      if (until > at) {
        events.push({ at, length: until - at, type: 'chord', held: chord.held });
      }
    });
  }
  // What stands between repeat signs is played again, when the whole line is.
  const isWhole = shown.length === part.notes.length && !part.untimed;
  const again = isWhole ? (part.repeats ?? 1) - 1 : 0;
  if (again > 0) {
    const bar = grid[0].beats * fraction(grid[0].beat);
    const last = shown.at(-1);
    const written = fraction(last.onset) + fraction(last.duration) - fraction(shown[0].onset);
    const heard = last.heard ? fraction(last.heard[0]) + fraction(last.heard[1]) - fraction(shown[0].onset) : written;
    // The next time begins where a bar does, or where the pick-up stands in it; a bar that slows down takes longer.
    const period = (Math.ceil(written / bar - 1e-6) * bar + Math.max(0, heard - written)) * whole;
    const first = place(fraction(shown[0].onset));
    const once = events.filter((event) => event.at >= begin && (event.type === 'note' || event.at < first + period));
    for (let time = 1; time <= again; time += 1) {
      events.push(...once.map((event) => ({ ...event, at: event.at + time * period })));
    }
    end += again * period;
  }
  events.sort((a, b) => a.at - b.at);
  return { events, begin, end };
}
