// Listening: opens an ear, collects a take while a step is played, has it judged, and writes what was heard at the notes.
import { openVoice } from '../../desk/voice.js';
import { audio } from '../../shared/audio.js';
import { press } from '../../shared/press.js';
import { hertz, openMicrophone, openMidi, readFile, windowFor } from './ear.js';

/** Milliseconds before the first note that belong to a take. */
const BEFORE = 700;
/** Who plays slower than the click is heard to the end: until so many frames in a row are quiet, and so many milliseconds at the most. */
const STILL = 30;
const PATIENCE = 2500;
/** Milliseconds in which the last frames come: a little later than the sound. */
const LATENCY = 180;
const CLARITY = 0.8;
const QUIET = -55;
const LOUD = -6;
const SOFT = -45;
const IN_TUNE = 8;
/** Taps of a calibration, their beats a minute, and how far from a beat one may be heard. */
const TAPS = 8;
const TAP_BPM = 100;
const TAP_WITHIN = 280;
/** Takes from which a note that is off is offered to the player's own, and cents from which it is off. */
const OFTEN = 3;
const OFF = 15;
const TENDENCIES = 'listen-tendencies';
const DELAY = 'listen-delay';
const MOST_FRAMES = 58000;
/** Takes that wait for the network at the most. */
const MOST_WAITING = 20;

export function startListening() {
  const dialog = document.getElementById('listen');
  const holder = document.getElementById('stand') ?? document.getElementById('hear');
  if (!dialog || !holder?.dataset.take) {
    return;
  }
  const byId = (id) => document.getElementById(id);
  const words = JSON.parse(byId('listen-words').textContent);
  const say = (key, values = {}) => Object.entries(values).reduce((text, [name, value]) => text.replaceAll(`%${name}%`, String(value)), words[key] ?? key);
  const result = byId('listen-result');
  const meant = () => JSON.parse(holder.dataset.take);
  const source = () => dialog.querySelector('[name=listen-source]:checked').value;
  const reference = () => Math.min(466, Math.max(415, Number(byId('listen-reference').value) || 440));
  const samples = () => windowFor(hertz(Math.min(...meant().midi), reference()));

  let ear = null;
  let midi = null;
  let window_ = 1024;
  let frames = [];
  let notes = [];
  let take = null; // the take that is being collected
  let recorder = null;
  let lately = [];
  let waiting = []; // takes for which there was no network
  let also = null; // who else hears each frame: a calibration

  // --- what is heard just now ------------------------------------------------------------------------------------------

  const nameOf = (pitch) => {
    const { names, written } = meant();
    const key = Math.round(pitch) + written;
    return names[((key % 12) + 12) % 12];
  };
  const showPitch = (frame) => {
    const [, hz, clarity, level] = frame;
    byId('listen-level').value = level;
    byId('listen-loud').textContent = level < QUIET ? '' : level < SOFT ? say('soft') : level > LOUD ? say('loud') : say('good');
    lately = [...lately.slice(-8), clarity >= CLARITY && level > QUIET && hz > 0 ? 69 + 12 * Math.log2(hz / reference()) : null];
    const steady = lately.filter((one) => one !== null).sort((a, b) => a - b);
    const heads = [...document.querySelectorAll('[data-played]')];
    if (steady.length < 6) {
      heads.forEach((head) => head.setAttribute('hidden', ''));
      return;
    }
    const pitch = steady[Math.floor(steady.length / 2)];
    const wanted = meant().midi[0];
    const near = Math.abs(pitch - wanted) < 0.7 ? wanted : Math.round(pitch);
    const cents = Math.round(100 * (pitch - near));
    const note = nameOf(near);
    heads.forEach((head) => {
      head.removeAttribute('hidden');
      head.setAttribute('cy', String(Math.max(-60, Math.min(60, (near === wanted ? -cents : -400 * Math.sign(pitch - wanted)) * 0.8))));
    });
    const text = near !== wanted ? say('other', { note, wanted: nameOf(wanted) }) : Math.abs(cents) <= IN_TUNE ? say('in_tune', { note }) : say(cents > 0 ? 'sharp' : 'flat', { note, cents: Math.abs(cents) });
    document.querySelectorAll('[data-hear]').forEach((one) => {
      if (one.textContent !== text) {
        one.textContent = text;
      }
    });
  };
  const onFrame = (frame) => {
    also?.(frame);
    if (frames.length < MOST_FRAMES && take) {
      frames.push(frame);
    } else {
      frames = [...frames.slice(-300), frame]; // some seconds for a calibration, and for a player who begins early
    }
    if (dialog.open || !(byId('listen-now')?.hidden ?? true)) {
      showPitch(frame);
    }
  };

  // --- sources -----------------------------------------------------------------------------------------------------------

  const listening = () => (source() === 'microphone' && ear) || (source() === 'midi' && midi) || source() === 'simulated';
  const tell = () => {
    holder.dataset.listening = listening() ? source() : '';
    holder.dataset.noise = byId('listen-noise').checked ? '1' : '';
    byId('listen-button')?.setAttribute('aria-pressed', String(Boolean(listening())));
    const together = byId('stand-together');
    if (together?.checked && ear && source() === 'microphone') {
      byId('stand-status').textContent = say('headphones');
    }
    byId('listen-take')?.toggleAttribute('hidden', !listening());
    byId('listen-now')?.toggleAttribute('hidden', !(ear && source() === 'microphone'));
  };
  const shut = () => {
    ear?.close();
    ear = null;
    byId('listen-check').hidden = true;
    byId('listen-on').hidden = false;
    byId('listen-off').hidden = true;
    tell();
  };
  const openEar = async () => {
    byId('listen-on').disabled = true;
    try {
      window_ = samples();
      ear = await openMicrophone({ worker: dialog.dataset.worker, worklet: dialog.dataset.worklet, window: window_, onFrame });
      byId('listen-check').hidden = false;
      byId('listen-on').hidden = true;
      byId('listen-off').hidden = false;
      byId('listen-hear').textContent = '';
    } catch (error) {
      byId('listen-hear').textContent = '';
      byId('listen-calibrated').textContent = '';
      byId('listen-check').hidden = true;
      const says = error.name === 'NotFoundError' ? say('none') : say('refused', { why: error.message });
      let line = byId('listen-refused');
      if (!line) {
        line = Object.assign(document.createElement('p'), { id: 'listen-refused', className: 'warning' });
        line.setAttribute('role', 'alert');
        byId('listen-on').parentElement.after(line);
      }
      line.textContent = says;
    }
    byId('listen-on').disabled = false;
    tell();
  };

  // --- calibration ---------------------------------------------------------------------------------------------------------

  const calibrate = async () => {
    const context = audio();
    await context.resume();
    const voice = openVoice(context);
    const begin = context.currentTime + 1;
    const beat = 60 / TAP_BPM;
    for (let k = 0; k < TAPS; k += 1) {
      voice.click(begin + k * beat, k % 4 === 0, false);
    }
    const heard = [];
    also = (frame) => heard.push(frame);
    for (let k = 0; k < TAPS; k += 1) {
      await new Promise((resolve) => { setTimeout(resolve, Math.max(0, 1000 * (begin + k * beat - context.currentTime))); });
      byId('listen-calibrated').textContent = say('calibrating', { n: k + 1 });
    }
    await new Promise((resolve) => { setTimeout(resolve, 700); });
    also = null;
    const delays = [];
    for (let k = 0; k < TAPS; k += 1) {
      const at = 1000 * (begin + k * beat);
      const near = heard.filter((frame) => Math.abs(frame[0] - at) < TAP_WITHIN);
      const floor = near.length ? [...near].sort((a, b) => a[3] - b[3])[Math.floor(near.length / 3)][3] : 0;
      const tap = near.reduce((best, frame) => (frame[3] > (best?.[3] ?? -Infinity) ? frame : best), null);
      if (tap && tap[3] > floor + 10) {
        const rise = near.find((frame) => frame[3] > tap[3] - 6);
        delays.push(rise[0] - at);
      }
    }
    delays.sort((a, b) => a - b);
    const middle = delays[Math.floor(delays.length / 2)];
    const spread = delays.length ? delays[Math.floor(delays.length * 0.75)] - delays[Math.floor(delays.length * 0.25)] : Infinity;
    if (delays.length < TAPS / 2 || spread > 80) {
      byId('listen-calibrated').textContent = say('not_calibrated');
      return;
    }
    sessionStorage.setItem(DELAY, String(middle));
    byId('listen-calibrated').textContent = say('calibrated', { ms: Math.round(middle) });
  };

  // --- a take --------------------------------------------------------------------------------------------------------------

  const begin = (detail) => {
    document.querySelectorAll('.heard-mark').forEach((one) => one.remove());
    if (result) {
      result.hidden = true;
    }
    if (!listening()) {
      return;
    }
    if (ear && samples() !== window_) {
      window_ = samples();
      ear.setWindow(window_);
    }
    notes = [];
    take = { ...detail, source: source(), of: meant() };
    frames = [];
    if (ear && byId('listen-record').checked && typeof MediaRecorder !== 'undefined') {
      const parts = [];
      recorder = new MediaRecorder(ear.stream);
      recorder.ondataavailable = (event) => parts.push(event.data);
      recorder.onstop = () => {
        const player = byId('listen-recording');
        URL.revokeObjectURL(player.src);
        player.src = URL.createObjectURL(new Blob(parts, { type: recorder.mimeType }));
        player.hidden = false;
      };
      recorder.start();
    }
  };
  const drop = () => {
    take = null;
    if (recorder?.state === 'recording') {
      recorder.stop();
    }
  };
  const ended = async (detail = {}) => {
    if (!take) {
      return;
    }
    const current = take;
    const one = { ...take, ...detail };
    const mine = frames;
    if (one.source === 'microphone') {
      const begun = performance.now();
      do {
        await new Promise((resolve) => { setTimeout(resolve, LATENCY); });
      } while (take === current && performance.now() - begun < PATIENCE && !mine.slice(-STILL).every((frame) => frame[3] < QUIET || frame[2] < CLARITY));
    }
    if (take === current) {
      drop(); // and not the next one, which may have begun
    }
    const from = one.start === undefined ? -Infinity : 1000 * one.start - BEFORE;
    const body = {};
    if (one.source === 'simulated') {
      Object.assign(body, { simulate: byId('listen-faults').value, seed: 1 + Math.floor(Math.random() * 1000) });
    } else if (one.source === 'midi') {
      const within = notes.filter(([on]) => on >= from);
      const zero = within.length === 0 ? 0 : Math.min(...within.map(([on]) => on));
      body.notes = within.map(([on, off, key]) => [on - zero, off - zero, key]);
    } else {
      const within = mine.filter(([ms]) => ms >= from);
      const zero = within[0]?.[0] ?? 0;
      Object.assign(body, { rate: 100, window: window_, frames: within.map(([ms, ...rest]) => [Math.round(10 * (ms - zero)) / 10, ...rest]) });
      const delay = Number(sessionStorage.getItem(DELAY) ?? NaN);
      if (Number.isFinite(delay) && one.start !== undefined) {
        body.click = { first: 1000 * one.start - zero, delay };
      }
    }
    judge({ ...one.of, ...body });
  };
  const judge = async (body, isLater = false) => {
    const { midi: _midi, names: _names, written: _written, ...asked } = body; // what the page alone needs stays here
    if (result) {
      result.hidden = false;
      result.textContent = say('judging');
    }
    let answer;
    try {
      answer = await fetch(dialog.dataset.judge, { method: 'POST', headers: { 'Content-Type': 'application/json', 'X-Form-Token': document.body.dataset.token ?? '' }, body: JSON.stringify({ ...asked, reference: reference() }) });
    } catch {
      waiting = [...waiting, body].slice(-MOST_WAITING);
      result.textContent = say('offline', { n: waiting.length });
      document.dispatchEvent(new CustomEvent('listen:none'));
      return;
    }
    const data = await answer.json().catch(() => ({}));
    if (!answer.ok) {
      result.textContent = answer.status === 429 ? say('busy') : say('failed', { why: data.why ?? String(answer.status) });
      document.dispatchEvent(new CustomEvent('listen:none'));
      return;
    }
    result.innerHTML = data.html;
    marks(data.marks);
    if (data.judged) {
      remember(data, asked);
    }
    if (!isLater) {
      document.dispatchEvent(new CustomEvent('listen:judged', { detail: data }));
    }
  };

  // --- what is written at the notes ----------------------------------------------------------------------------------------

  const marks = (all) => {
    document.querySelectorAll('.heard-mark').forEach((one) => one.remove());
    const at = new Map();
    all.forEach((one) => at.set(one.note, [...(at.get(one.note) ?? []), one]));
    at.forEach((of, note) => {
      document.querySelectorAll(`.note-region[data-note="${note}"]`).forEach((region) => {
        const box = region.querySelector('rect');
        of.forEach((one, k) => {
          const text = document.createElementNS('http://www.w3.org/2000/svg', 'text');
          text.setAttribute('class', `heard-mark is-${one.kind}`);
          text.setAttribute('data-at', note);
          text.setAttribute('x', Number(box.getAttribute('x')) + Number(box.getAttribute('width')) / 2);
          text.setAttribute('y', Number(box.getAttribute('y')) - 60 - 330 * (of.length - 1 - k));
          text.setAttribute('text-anchor', 'middle');
          text.textContent = one.text;
          const says = document.createElementNS('http://www.w3.org/2000/svg', 'title');
          says.textContent = one.says;
          text.append(says);
          region.after(text); // beside the button, whose name it is not
        });
      });
    });
  };

  // --- what the own instrument does ----------------------------------------------------------------------------------------

  const remember = (data, asked) => {
    if (!asked.chair) {
      return;
    }
    let all = {};
    try {
      all = JSON.parse(localStorage.getItem(TENDENCIES) ?? '{}');
    } catch {
      all = {};
    }
    const mine = all[asked.chair] ?? {};
    data.notes.filter((one) => one.verdict === 'right' && one.cents_against_take !== null).forEach((one) => {
      mine[one.expected] = [...(mine[one.expected] ?? []), one.cents_against_take].slice(-6);
    });
    const offered = Object.entries(mine).map(([note, of]) => [note, of, [...of].sort((a, b) => a - b)[Math.floor(of.length / 2)]]).find(([, of, middle]) => of.length >= OFTEN && Math.abs(middle) >= OFF && of.every((one) => Math.sign(one) === Math.sign(middle)));
    if (offered) {
      const [note, , middle] = offered;
      const way = middle > 0 ? 'sharp' : 'flat';
      const cents = Math.min(60, Math.round(Math.abs(middle)));
      const line = Object.assign(document.createElement('p'), { className: 'take-offer', textContent: `${say('tendency', { note: note.replace('b', '♭').replace('#', '♯'), cents, way })} ` });
      const button = Object.assign(document.createElement('button'), { type: 'button', className: 'btn btn-sm btn-outline-primary', textContent: say('keep') });
      button.addEventListener('click', async () => {
        const answer = await press(dialog.dataset.tendency, new URLSearchParams({ chair: asked.chair, tendency: `${note} ${way} ${cents}` }));
        line.textContent = answer?.ok ? (await answer.json()).kept : say('offline');
        delete mine[note];
        localStorage.setItem(TENDENCIES, JSON.stringify({ ...all, [asked.chair]: mine }));
      });
      line.append(button);
      result.append(line);
    }
    localStorage.setItem(TENDENCIES, JSON.stringify({ ...all, [asked.chair]: mine }));
  };

  // --- what is pressed -------------------------------------------------------------------------------------------------------

  dialog.addEventListener('change', (event) => {
    if (event.target.name === 'listen-source') {
      dialog.querySelectorAll('[data-for]').forEach((one) => { one.hidden = one.dataset.for !== source(); });
    }
    if (event.target.id === 'listen-file' && event.target.files[0]) {
      const file = event.target.files[0];
      dialog.close();
      result.hidden = false;
      result.textContent = say('reading');
      const of = meant();
      readFile(file, { worker: dialog.dataset.worker, window: samples() }).then((all) => judge({ ...of, rate: 100, window: samples(), frames: all.slice(0, MOST_FRAMES) })).catch((error) => { result.textContent = say('failed', { why: error.message }); });
      event.target.value = '';
    }
    tell();
  });
  byId('listen-on').addEventListener('click', () => { byId('listen-refused')?.remove(); openEar(); });
  byId('listen-off').addEventListener('click', shut);
  byId('listen-calibrate').addEventListener('click', calibrate);
  byId('listen-midi').addEventListener('click', async () => {
    midi?.close();
    midi = await openMidi((note) => notes.push(note));
    byId('listen-midi-says').textContent = midi ? say('midi', { name: midi.name }) : say('no_midi');
    tell();
  });
  document.addEventListener('stand:take', (event) => begin(event.detail));
  document.addEventListener('stand:played', (event) => ended(event.detail));
  document.addEventListener('stand:halt', drop);
  byId('stand-together')?.addEventListener('change', tell);
  byId('listen-take')?.addEventListener('click', async (event) => {
    const button = event.currentTarget;
    if (take) {
      button.setAttribute('aria-pressed', 'false');
      await ended();
    } else {
      begin({});
      button.setAttribute('aria-pressed', 'true');
      if (source() === 'simulated') {
        button.setAttribute('aria-pressed', 'false');
        await ended();
      }
    }
  });
  window.addEventListener('online', async () => {
    const all = waiting;
    waiting = [];
    for (const body of all) {
      await judge(body, true);
    }
  });
  window.addEventListener('pagehide', shut);
  tell();
}
