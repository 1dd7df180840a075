// The Stand: one step after the other, by tap, space bar or pedal, or by itself; the ladder follows its table; what was played is kept.
import { openVoice } from '../desk/voice.js';
import { audio } from '../shared/audio.js';
import { conductor } from './conductor.js';
import { keepPage, stayAwake } from './device.js';
import { program } from './program.js';
import { keep, send, waiting } from './queue.js';
import { openStrip } from './strip.js';

/** Seconds between two steps that go on by themselves; on brass as long as was played, within these. */
const BETWEEN = 4;
const MOST_REST = 45;
/** Seconds of blowing after which brass is told to rest, and seconds of practice after which everybody is to put the instrument down. */
const REST_AFTER = 60;
const BREAK_AFTER = 1800;
const SLOWEST = 20;
const FASTEST = 300;
const PLACE = 'stand-place';
const PASSED = 'stand-passed';

const stored = (key) => {
  try {
    return JSON.parse(localStorage.getItem(key) ?? '{}') ?? {};
  } catch {
    return {};
  }
};
const store = (key, name, value) => {
  try {
    const all = Object.entries({ ...stored(key), [name]: value }).slice(-200);
    localStorage.setItem(key, JSON.stringify(Object.fromEntries(all)));
  } catch {
    // it is forgotten with the page
  }
};

export function startStand() {
  const stand = document.getElementById('stand');
  if (!stand) {
    return;
  }
  const byId = (id) => document.getElementById(id);
  const data = JSON.parse(byId('stand-data').textContent);
  const words = JSON.parse(byId('stand-words').textContent);
  const say = (key, values = {}) => Object.entries(values).reduce((text, [name, value]) => text.replaceAll(`%${name}%`, String(value)), words[key] ?? key);
  const unit = (ticks) => ({ 13440: '1', 10080: '3/4', 6720: '1/2', 5040: '3/8', 3360: '1/4', 1680: '1/8' })[ticks] ?? '1/4';
  const strip = openStrip(byId('stand-strip'), data);
  const name = `${data.instrument}|${data.key}`;

  let context;
  let voice;
  let band;
  let drone;
  let way = document.querySelector('input[name=way]:checked')?.value ?? Object.keys(data.ways)[0];
  let steps = data.ways[way];
  let at = 0;
  let state = 'idle'; // idle, running, hearing, walking, judging, done, resting, reached
  let cell = -1;
  let rung = null; // state of the ladder, a row of its table
  let left = null; // where the ladder was left in this sitting
  let hard = null; // the step of the hard change to which the ladder has sent
  let bpm = 60;
  let heard = false; // whether the page has been heard, for the ear
  let blown = 0;
  let session = 0;
  let resting;
  let begun = 0;

  const rows = new Map((data.ladder?.rows ?? []).map((row) => [row.state, row]));
  const mode = () => document.querySelector('input[name=mode]:checked').value;
  const step = () => hard ?? steps[at];
  const isLadder = () => step().kind === 'ladder';
  const status = (text) => {
    byId('stand-status').textContent = text;
  };

  // --- what is shown -------------------------------------------------------------------------------------------------

  const where = (one) => {
    const [from, to] = [one.from + 1, one.to + 1];
    const notes = from === to ? say('note', { n: from }) : say('notes', { from, to });
    const times = one.times === 1 ? say('once') : one.times === 2 ? say('twice') : say('times', { n: one.times });
    return [notes, ...(one.kind === 'signature' ? [] : [times]), ...(one.silent && one.kind !== 'signature' ? [say('quiet')] : []), ...(one.timed && one.line.includes('whole notes') && !data.line.includes('whole notes') ? [say('whole_notes')] : [])].join(', ');
  };
  const title = (one) => say(`kind_${one.kind.replaceAll(' ', '_').replaceAll('-', '_')}`);
  const spread = () => {
    const inside = new Set(step().plays.map(([i]) => i));
    document.querySelectorAll('#stand-music .note-region').forEach((region) => {
      region.classList.toggle('out', !inside.has(Number(region.dataset.note)));
      region.classList.remove('sounding');
    });
    const first = document.querySelector(`#stand-music ${window.matchMedia('(max-width: 640px)').matches ? '.stand-narrow' : '.stand-wide'} .note-region[data-note="${step().plays[0][0]}"]`);
    // Where a line of music is higher than the screen its notes come before its fingerings.
    const isTall = first && first.getBoundingClientRect().height > byId('stand-page').clientHeight - 20;
    first?.scrollIntoView({ block: isTall ? 'start' : 'center' });
  };
  const beats = (n, of, before) => {
    const box = byId('stand-beats');
    if (box.childElementCount !== of) {
      box.replaceChildren(...Array.from({ length: of }, (_, k) => Object.assign(document.createElement('span'), { textContent: String(k + 1) })));
    }
    [...box.children].forEach((one, k) => one.classList.toggle('now', k === n - 1));
    box.classList.toggle('before', Boolean(before));
  };
  const page = () => {
    const isHidden = mode() === 'ear' && !heard;
    byId('stand-covered').hidden = mode() !== 'think' || byId('stand-covered').childElementCount === 0;
    byId('stand-music').hidden = isHidden || !byId('stand-covered').hidden;
    byId('stand-ear').hidden = !isHidden;
    byId('stand-strip').hidden = isHidden || mode() === 'think';
  };
  /** What a take of this step should sound like, for whoever listens. */
  const meant = () => {
    const one = step();
    const names = Array.from({ length: 12 }, (_, k) => ['C', 'C♯', 'D', 'E♭', 'E', 'F', 'F♯', 'G', 'A♭', 'A', 'B♭', 'B'][k]);
    data.notes.forEach((note) => { names[note.written % 12] = note.name; });
    stand.dataset.take = JSON.stringify({ ...data.asked, line: data.line, plays: one.plays, times: one.times, quarters: (bpm * one.unit) / 3360, chair: data.chair, midi: one.plays.map(([i]) => data.notes[i].midi), names, written: data.notes[0].written - data.notes[0].midi });
  };
  const isHeard = () => !step().silent && !['signature', 'rhythm', 'names'].includes(step().kind) && mode() !== 'echo';
  const tempo = () => {
    const one = step();
    byId('stand-tempo').hidden = !one.timed;
    byId('stand-bpm').textContent = isLadder() && rung ? say('place', { bpm, goal: data.ladder.goal }) : String(bpm);
    const canChange = state === 'idle' || state === 'done';
    byId('stand-slower').disabled = !canChange;
    byId('stand-faster').disabled = !canChange;
    meant();
  };
  const buttons = () => {
    const judging = state === 'judging';
    const go = byId('stand-go');
    byId('stand-missed').hidden = !judging;
    byId('stand-clean').hidden = !judging;
    go.hidden = judging;
    byId('stand-back').hidden = judging;
    byId('stand-next').hidden = judging;
    byId('stand-back').disabled = at === 0 && !hard;
    byId('stand-next').disabled = at >= steps.length - 1 && !hard;
    byId('stand-leave-it').hidden = !(isLadder() && rung && rung.state.includes('<') && state !== 'running' && state !== 'reached');
    const says = { idle: 'start', running: 'stop', hearing: 'stop', walking: cell >= step().plays.length - 1 ? 'finish' : 'on', done: at >= steps.length - 1 && !hard ? 'again' : 'next', resting: 'next', reached: 'leave' }[state];
    go.innerHTML = '';
    go.append(say(says ?? 'start'));
    byId('stand-hear').disabled = step().kind === 'rhythm' || step().kind === 'signature';
    byId('stand-hear').setAttribute('aria-pressed', String(state === 'hearing'));
    stand.dataset.state = state;
  };
  const show = () => {
    const one = step();
    byId('stand-what').textContent = isLadder() ? title(one) : `${title(one)}: ${one.kind === 'signature' ? data.signature : where(one)}`;
    byId('stand-attend').textContent = one.attend;
    byId('stand-count').textContent = say('step', { n: at + 1, all: steps.length });
    strip.show(one, byId('stand-other').checked);
    beats(0, one.timed ? one.grid[0][3].length : 0);
    byId('stand-now').textContent = '';
    page();
    spread();
    tempo();
    buttons();
    meant();
  };
  const list = () => {
    byId('stand-list').replaceChildren(...steps.map((one, k) => {
      const item = document.createElement('li');
      const button = Object.assign(document.createElement('button'), { type: 'button', className: 'btn-plain', textContent: `${title(one)}${['ladder', 'signature'].includes(one.kind) ? '' : `, ${where(one)}`}` });
      button.dataset.step = String(k);
      if (k === at) {
        button.setAttribute('aria-current', 'step');
      }
      item.append(button);
      return item;
    }));
  };
  const tellQueue = () => {
    if (!data.who) {
      return;
    }
    const many = waiting(data.who);
    byId('stand-offline').hidden = navigator.onLine && many === 0;
    byId('stand-offline').textContent = many > 0 ? say('waiting', { n: many }) : words.offline;
  };

  // --- sound ---------------------------------------------------------------------------------------------------------

  const mark = (event) => {
    const region = [...document.querySelectorAll(`#stand-music .note-region[data-note="${event.i}"]`)];
    document.querySelectorAll('#stand-music .note-region.sounding').forEach((one) => one.classList.remove('sounding'));
    region.forEach((one) => {
      one.classList.add('sounding');
      const at = one.getBoundingClientRect();
      const view = byId('stand-page').getBoundingClientRect();
      if (at.height > 0 && (at.top < view.top - 20 || at.top + Math.min(at.height, view.height) > view.bottom + 20)) {
        one.scrollIntoView({ block: at.height > view.height - 20 ? 'start' : 'center' });
      }
    });
  };
  const seen = (event, late) => {
    if (event.type === 'beat') {
      beats(event.n, event.of, event.before);
      if (event.before) {
        byId('stand-now').textContent = event.breath ? say('breathe') : say('count_in');
      }
      document.dispatchEvent(new CustomEvent('stand:beat', { detail: { n: event.n, late } }));
    } else if (event.type === 'cell') {
      cell = event.k;
      strip.move(event.k);
      mark(event);
      byId('stand-now').textContent = mode() === 'think' || mode() === 'ear' ? '' : data.notes[event.i].name;
    } else if (event.type === 'held') {
      byId('stand-now').textContent = mode() === 'think' || mode() === 'ear' ? String(event.count) : `${data.notes[event.i].name} ${event.count}`;
    } else if (event.type === 'says') {
      status(say(event.key));
    }
  };
  const open = async () => {
    context ??= audio();
    await context.resume();
    voice ??= openVoice(context);
    band ??= conductor(context, voice, seen);
  };
  const droneOn = async (on) => {
    drone?.stop();
    drone = null;
    if (!on) {
      return;
    }
    await open();
    const tone = context.createOscillator();
    tone.type = 'triangle';
    const around = data.notes.reduce((sum, note) => sum + note.midi, 0) / data.notes.length;
    const low = Math.round((around - data.tonic - 12) / 12) * 12 + data.tonic;
    tone.frequency.value = 440 * 2 ** ((low - 69) / 12);
    const quiet = context.createGain();
    quiet.gain.value = 0.09;
    tone.connect(quiet);
    quiet.connect(context.destination);
    tone.start();
    drone = tone;
  };

  // --- results -------------------------------------------------------------------------------------------------------

  const played = (more = {}) => {
    const one = step();
    keep({ who: data.who, chair: data.chair, line: data.key, step: one.kind, bpm: one.timed ? bpm : null, unit: unit(one.unit), clean: null, seconds: Math.round((performance.now() - begun) / 100) / 10, remark: '', ...more });
    tellQueue();
    send(data.who, stand.dataset.results, stand.dataset.token).then(tellQueue);
  };

  // --- the ladder ----------------------------------------------------------------------------------------------------

  const toRung = (row) => {
    rung = row;
    bpm = row.tempo;
  };
  const enterLadder = () => {
    if (left !== null) {
      toRung(left); // it goes on where it stood
      return;
    }
    const starts = data.ladder.starts ?? [];
    const passed = stored(PASSED)[`${name}|${data.ladder.unit}`];
    let first = data.ladder.first;
    if (!data.who && passed) {
      // One place under the highest passed before.
      const under = starts.filter((one) => one.tempo < Math.min(passed, data.ladder.goal)).at(-1) ?? starts[0];
      first = under.state;
    }
    toRung(rows.get(first));
  };
  const judge = (clean) => {
    if (state !== 'judging') {
      return;
    }
    clearTimeout(proposed);
    document.dispatchEvent(new CustomEvent('listen:judged', { detail: { judged: false } }));
    played({ clean });
    const next = rung[clean ? 'clean' : 'missed'];
    const after = rows.get(next.state);
    if (clean && (after.tempo > rung.tempo || after.standing === 'done')) {
      const key = `${name}|${data.ladder.unit}`;
      store(PASSED, key, Math.max(rung.tempo, stored(PASSED)[key] ?? 0));
    }
    toRung(after);
    left = after.standing === 'done' ? null : after;
    status(next.words);
    state = 'idle';
    if (after.standing === 'done') {
      reached();
    } else if (after.standing === 'to the hard change') {
      hard = steps.find((one) => one.kind === 'hard change') ?? null;
      if (hard) {
        bpm = hard.bpm;
      }
      show();
      status(next.words);
    } else {
      tempo();
      buttons();
      rest();
    }
  };
  const reached = () => {
    state = 'reached';
    store(PLACE, name, { way, at: 0 });
    status(say('reached'));
    if (data.beyond) {
      const link = Object.assign(document.createElement('a'), { className: 'stand-beyond', textContent: say('beyond') });
      const address = new URL(window.location.href);
      address.searchParams.set('line', data.beyond);
      link.href = address.pathname + address.search;
      byId('stand-status').append(' ', link);
    }
    tempo();
    buttons();
  };

  // --- steps ---------------------------------------------------------------------------------------------------------

  const halt = () => {
    clearInterval(resting);
    band?.stop();
    document.querySelectorAll('#stand-music .note-region.sounding').forEach((one) => one.classList.remove('sounding'));
  };
  const go = (to) => {
    halt();
    hard = null;
    at = Math.max(0, Math.min(steps.length - 1, to));
    cell = -1;
    state = 'idle';
    rung = null;
    bpm = step().bpm;
    if (isLadder()) {
      enterLadder();
    }
    store(PLACE, name, { way, at });
    status('');
    show();
  };
  const done = () => {
    document.dispatchEvent(new CustomEvent('stand:played', { detail: {} }));
    if (hard) {
      // After the hard change the ladder goes on where it stood.
      played();
      const again = rung;
      hard = null;
      toRung(again);
      state = 'idle';
      show();
      return;
    }
    if (isLadder()) {
      state = 'judging';
      status(say('was_it'));
      buttons();
      return;
    }
    played();
    state = 'done';
    if (mode() === 'ear' && !heard) {
      heard = true;
      page();
    }
    status(at >= steps.length - 1 ? say('all_done') : '');
    buttons();
    rest();
  };
  /** Brass rests about as long as it played; hands-free it then goes on by itself; after half an hour everybody puts the instrument down. */
  const rest = () => {
    const free = byId('stand-free').checked;
    if (session > BREAK_AFTER) {
      session = 0;
      status(say('break'));
      return;
    }
    const needs = data.brass && blown > REST_AFTER ? Math.min(MOST_REST, Math.round(blown)) : 0;
    if (needs > 0) {
      blown = 0;
    }
    if (!free) {
      if (needs > 0) {
        status(say('rest', { n: needs }));
      }
      return;
    }
    if (state === 'done' && at >= steps.length - 1) {
      return;
    }
    let seconds = Math.max(BETWEEN, data.brass ? Math.min(MOST_REST, Math.max(needs, Math.round(blown))) : BETWEEN);
    blown = data.brass ? 0 : blown;
    const after = state;
    state = 'resting';
    buttons();
    status(say('pause', { n: seconds }));
    clearInterval(resting);
    resting = setInterval(() => {
      seconds -= 1;
      status(say('pause', { n: seconds }));
      if (seconds <= 0) {
        clearInterval(resting);
        state = after;
        if (after === 'done') {
          go(at + 1);
        }
        main();
      }
    }, 1000);
  };
  const walk = () => {
    // Without time the player goes on from note to note by himself.
    const one = step();
    if (cell + 1 >= one.plays.length) {
      done();
      return;
    }
    cell += 1;
    strip.move(cell);
    mark({ i: one.plays[cell][0] });
    byId('stand-now').textContent = mode() === 'think' ? '' : data.notes[one.plays[cell][0]].name;
    state = 'walking';
    buttons();
  };
  const run = async (hearing) => {
    halt();
    const one = step();
    const made = program(one, data.notes, { bpm, model: byId('stand-together').checked, once: hearing, echo: mode() === 'echo' && !hard && !isLadder() });
    if (made === null) {
      begun = performance.now();
      if (isHeard() && !hearing) {
        document.dispatchEvent(new CustomEvent('stand:take', { detail: {} }));
      }
      walk();
      return;
    }
    state = hearing ? 'hearing' : 'running';
    buttons();
    status(hearing ? say('hear') : '');
    try {
      await open();
    } catch {
      state = 'idle';
      status(say('cannot'));
      buttons();
      return;
    }
    if (state !== 'running' && state !== 'hearing') {
      return;
    }
    begun = performance.now();
    const first = made.events.find((event) => event.type === 'cell')?.at ?? 0;
    const start = band.play(made, stand.dataset.listening !== 'microphone' || stand.dataset.noise === '1', () => {
      blown += made.played;
      session += (performance.now() - begun) / 1000;
      if (hearing) {
        state = 'idle';
        status(mode() === 'ear' && !heard ? say('ear') : say('your_turn'));
        heard = true;
        page();
        buttons();
      } else {
        done();
      }
    });
    if (isHeard() && !hearing) {
      document.dispatchEvent(new CustomEvent('stand:take', { detail: { start: start + first, end: start + made.end } }));
    }
    tempo();
  };
  /** The main thing, whatever it is just now. */
  const main = () => {
    if (state === 'judging') {
      judge(true);
    } else if (state === 'running' || state === 'hearing') {
      halt();
      document.dispatchEvent(new CustomEvent('stand:halt'));
      state = 'idle';
      status('');
      show();
    } else if (state === 'walking') {
      walk();
    } else if (state === 'resting') {
      clearInterval(resting);
      if (isLadder()) {
        state = 'idle';
        run(false);
      } else {
        go(at + 1);
      }
    } else if (state === 'done' && at < steps.length - 1) {
      go(at + 1);
    } else if (state === 'reached') {
      document.querySelector('.stand-leave').click();
    } else {
      run(false);
    }
  };
  const back = () => {
    if (state === 'judging') {
      judge(false);
    } else if (hard) {
      go(at);
    } else {
      go(at - 1);
    }
  };
  const next = () => {
    if (state === 'judging') {
      judge(true);
    } else if (hard) {
      done();
    } else {
      go(at + 1);
    }
  };
  /** A pedal has two sides: on is the main thing until it is done, then the next step. */
  const on = () => (state === 'idle' || state === 'walking' || state === 'judging' || state === 'done' ? main() : undefined);

  // --- a note that does not speak ----------------------------------------------------------------------------------------

  const trouble = () => {
    const which = cell >= 0 ? step().plays[Math.min(cell, step().plays.length - 1)][0] : null;
    const body = byId('stand-note-body');
    const tell = (i) => {
      const note = data.notes[i];
      byId('stand-note-title').textContent = say('trouble', { note: note.name });
      const lines = note.speaks.says.map((text) => Object.assign(document.createElement('p'), { textContent: text }));
      if (note.speaks.fingering) {
        lines.push(Object.assign(document.createElement('p'), { textContent: `${say('trouble_sub')} ${note.speaks.fingering}` }));
      }
      body.replaceChildren(...lines);
      if (note.speaks.drawn >= 0) {
        const drawn = document.createElement('div');
        drawn.className = 'stand-drawn';
        drawn.innerHTML = data.drawings[note.speaks.drawn];
        body.append(drawn);
      }
      if (lines.length === 0) {
        body.append(Object.assign(document.createElement('p'), { textContent: say('trouble_none') }));
      }
      if (data.who) {
        played({ step: 'does not speak', seconds: 0, remark: `note ${i + 1}, ${note.spoken}, ${note.fingering}` });
        body.append(Object.assign(document.createElement('p'), { className: 'how', textContent: say('trouble_kept') }));
      }
    };
    if (which === null) {
      byId('stand-note-title').textContent = say('trouble_which');
      const all = new Map(step().plays.map(([i]) => [data.notes[i].written, i]));
      body.replaceChildren(...[...all.values()].map((i) => {
        const button = Object.assign(document.createElement('button'), { type: 'button', className: 'btn btn-outline-primary', textContent: data.notes[i].name });
        button.addEventListener('click', () => tell(i));
        return button;
      }));
    } else {
      tell(which);
    }
    byId('stand-note').showModal();
  };

  // --- what is pressed -----------------------------------------------------------------------------------------------

  document.addEventListener('click', (event) => {
    const pressed = event.target.closest('button, input, a, label, summary, select');
    const actions = { 'stand-go': main, 'stand-back': back, 'stand-next': next, 'stand-clean': () => judge(true), 'stand-missed': () => judge(false), 'stand-silent': trouble };
    if (pressed && actions[pressed.id]) {
      actions[pressed.id]();
    } else if (pressed?.id === 'stand-hear') {
      if (state === 'hearing') {
        main();
      } else {
        run(true);
      }
    } else if (pressed?.id === 'stand-slower' || pressed?.id === 'stand-faster') {
      const up = pressed.id === 'stand-faster';
      if (isLadder()) {
        // On the ladder one begins at another of its places.
        const places = data.ladder.starts;
        const there = up ? places.find((one) => one.tempo > bpm) : places.filter((one) => one.tempo < bpm).at(-1);
        if (there) {
          toRung(rows.get(there.state));
        }
      } else {
        bpm = Math.min(FASTEST, Math.max(SLOWEST, bpm + (up ? 4 : -4)));
      }
      tempo();
      buttons();
    } else if (pressed?.id === 'stand-leave-it') {
      state = 'reached';
      status(say('left', { bpm }));
      buttons();
    } else if (pressed?.dataset.step) {
      byId('stand-steps').close();
      go(Number(pressed.dataset.step));
      byId('stand-main').focus();
    } else if (pressed?.id === 'stand-list-button') {
      list();
    } else if (!pressed && event.target.closest('#stand-page') && !event.target.closest('.cover')) {
      // The left half of the page is back, the right half is on.
      if (event.clientX < window.innerWidth / 2) {
        back();
      } else {
        next();
      }
    }
    if (event.detail > 0 && pressed?.closest('.stand-buttons, .stand-tools') && pressed.tagName === 'BUTTON') {
      byId('stand-main').focus({ preventScroll: true }); // so that the space bar stays the main thing for whoever has pressed with a finger
    }
  });
  document.addEventListener('change', (event) => {
    if (event.target.name === 'way') {
      way = event.target.value;
      steps = data.ways[way];
      go(Math.min(at, steps.findIndex((one) => one.kind === 'build-up')));
    } else if (event.target.name === 'mode') {
      heard = false;
      go(at);
    } else if (event.target.id === 'stand-other') {
      show();
      if (event.target.checked && step().plays.every(([i]) => data.notes[i].other === null)) {
        status(say('no_other'));
      }
    } else if (event.target.id === 'stand-drone') {
      droneOn(event.target.checked);
    } else if (event.target.id === 'stand-single-keys') {
      localStorage[event.target.checked ? 'removeItem' : 'setItem']('single-keys-off', '1');
    }
  });
  document.addEventListener('keydown', (event) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.target.closest('dialog[open]')) {
      return;
    }
    const field = event.target.closest('input, select, textarea');
    const button = event.target.closest('button, a');
    const keys = { PageDown: on, PageUp: back, ArrowRight: next, ArrowLeft: back };
    if (keys[event.key] && !field) {
      event.preventDefault();
      keys[event.key]();
    } else if (event.key === ' ' && !field && (!button || button.id === 'stand-go')) {
      event.preventDefault();
      main();
    } else if (!field && !localStorage.getItem('single-keys-off')) {
      const letters = { c: () => judge(true), m: () => judge(false), h: () => byId('stand-hear').click() };
      letters[event.key]?.();
    }
  });
  // What was heard is proposed; the player says.
  let proposed;
  document.addEventListener('listen:judged', (event) => {
    const { judged, clean } = event.detail;
    byId('stand-clean').classList.toggle('proposed', judged && clean);
    byId('stand-missed').classList.toggle('proposed', judged && !clean);
    byId('stand-clean').querySelector('strong').textContent = judged && clean ? `${words.clean}, ${words.heard}` : words.clean;
    byId('stand-missed').querySelector('strong').textContent = judged && !clean ? `${words.not_yet}, ${words.heard}` : words.not_yet;
    clearTimeout(proposed);
    if (judged && state === 'judging' && byId('stand-free').checked) {
      proposed = setTimeout(() => judge(clean), 1000 * BETWEEN);
    }
  });
  document.addEventListener('stand:take', () => clearTimeout(proposed));
  document.addEventListener('stand:sent', tellQueue);
  window.addEventListener('online', () => send(data.who, stand.dataset.results, stand.dataset.token).then(tellQueue));
  window.addEventListener('offline', tellQueue);

  // The notes on the page are read here, not pressed.
  document.querySelectorAll('#stand-music .note-region').forEach((region) => {
    region.removeAttribute('tabindex');
    region.setAttribute('role', 'img');
  });
  byId('stand-single-keys').checked = !localStorage.getItem('single-keys-off');
  fetch(stand.dataset.covered).then((answer) => (answer.ok ? answer.text() : '')).then((svg) => {
    byId('stand-covered').innerHTML = svg;
    byId('stand-covered').querySelectorAll('.cover').forEach((cover) => {
      const turn = () => {
        const is = cover.getAttribute('aria-pressed') !== 'true';
        cover.setAttribute('aria-pressed', String(is));
        cover.setAttribute('aria-label', is ? cover.dataset.open : cover.dataset.covered);
      };
      cover.addEventListener('click', turn);
      cover.addEventListener('keydown', (event) => {
        if (event.key === 'Enter' || event.key === ' ') {
          event.preventDefault();
          event.stopPropagation();
          turn();
        }
      });
    });
    page();
  }).catch(() => {});
  const wakes = stayAwake();
  const keeps = keepPage(stand.dataset.covered);
  Promise.all([wakes, keeps]).then(([awake, kept]) => {
    byId('stand-device-says').textContent = say(!window.isSecureContext ? 'plain' : awake && kept ? 'awake' : awake ? 'awake_only' : 'no_wake');
  });
  const place = stored(PLACE)[name];
  if (place && data.ways[place.way] && !new URLSearchParams(window.location.search).has('way')) {
    way = place.way;
    steps = data.ways[way];
    const radio = document.querySelector(`input[name=way][value="${way}"]`);
    if (radio) {
      radio.checked = true;
    }
  }
  go(place?.at ?? 0);
  tellQueue();
  stand.dataset.ready = '1';
}
