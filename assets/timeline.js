// From a part (docs/study-json.md) to what happens when, in seconds from the start: starting pitch, count-in, clicks,
// notes. Pure, so that it can be tested without a loudspeaker.

/** An exact fraction of a whole note, such as "3/8", as a number. */
export function fraction(text) {
  const [over, under = 1] = text.split('/').map(Number);
  return over / under;
}

const bars = { '4/4': [4, 1 / 4], '3/4': [3, 1 / 4], '2/4': [2, 1 / 4], '6/8': [2, 3 / 8] };

/**
 * @param {object} part the part's JSON
 * @param {object} options bpm: beats a minute; pitch: sound the first note before; countIn: one bar of clicks, the last
 *   of which is the breath; click: "every", "2 and 4" or "none"; written: play written instead of sounding pitch;
 *   fromBar, toBar: the bars to play, counted from 1
 * @returns {{events: Array<{at: number, length: number, type: 'note'|'pitch'|'click'|'breath', midi?: number, note?: number, strong?: boolean, tongued?: boolean, joins?: boolean}>, begin: number, end: number}}
 *   begin: when the music itself begins; end: when it is over or begins again
 */
export function timeline(part, options) {
  const [beats, beat] = bars[part.time];
  const whole = 60 / options.bpm / fraction(part.tempo.unit);
  const bar = beats * beat * whole;
  const shown = part.notes.filter((note) => note.bar >= ((options.fromBar ?? 1) > 1 ? options.fromBar : 0) && note.bar <= (options.toBar ?? Infinity));
  const events = [];
  if (shown.length === 0) {
    return { events, begin: 0, end: 0 };
  }
  const midi = (note) => (options.written ? note.written_midi : note.midi);
  let begin = 0;
  if (options.pitch) {
    events.push({ at: 0, length: 1.6, type: 'pitch', midi: midi(shown[0]) });
    begin += 2;
  }
  if (options.countIn && !part.untimed) {
    for (let i = 0; i < beats; i += 1) {
      events.push({ at: begin + i * beat * whole, length: 0, type: i === beats - 1 ? 'breath' : 'click', strong: i === 0 });
    }
    begin += bar;
  }
  const pickUp = fraction(part.pickup ?? '0');
  // A pick-up belongs to a bar of which only its end is played.
  const lead = pickUp > 0 ? beats * beat - pickUp : 0;
  const first = pickUp > 0 ? shown[0].bar : shown[0].bar - 1;
  const origin = part.untimed ? fraction(shown[0].onset) : first * beats * beat - lead;
  let end = begin;
  shown.forEach((note, i) => {
    const at = begin + (fraction(note.onset) - origin) * whole;
    const length = fraction(note.duration) * whole;
    const next = shown[i + 1];
    const joins = Boolean(next) && next.attack === 'none';
    const share = note.breath ? 0.75 : joins ? 1 : next?.attack === 'soft' ? 0.97 : 0.88;
    events.push({ at, length: length * share, type: 'note', midi: midi(note), note: note.i, tongued: note.attack === 'tongue', joins });
    end = at + length;
  });
  if (!part.untimed) {
    end = begin + Math.ceil((end - begin) / bar - 1e-9) * bar;
    if (options.click !== 'none') {
      for (let i = 0; begin + i * beat * whole < end - 1e-6; i += 1) {
        if (options.click !== '2 and 4' || i % 2 === 1) {
          events.push({ at: begin + i * beat * whole, length: 0, type: 'click', strong: i % beats === 0 });
        }
      }
    }
  }
  events.sort((a, b) => a.at - b.at);
  return { events, begin, end };
}
