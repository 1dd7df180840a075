// Tuning in millimetres and positions against the tube itself: no cents, but the length that gives the note's frequency
// (tonal's) less the length that the valves or the slide give. Lengths of valves: the handbook's half steps, each its own
// share of the open tube. Fundamentals: the handbook, chapter 4, "Brass".
import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import path from 'node:path';
import test from 'node:test';
import { fileURLToPath } from 'node:url';
import { Note } from 'tonal';

const here = path.dirname(fileURLToPath(import.meta.url));
const notes = JSON.parse(execFileSync('php', [path.join(here, 'tuning.php')], { maxBuffer: 1 << 28 }));

const SOUND = 345;
const OPEN = {
  'soprano-cornet-eb': 'Eb3', 'trumpet-c': 'C3', 'trumpet-bb': 'Bb2', 'cornet-bb': 'Bb2', flugelhorn: 'Bb2', mellophone: 'F2',
  'tenor-horn-eb': 'Eb2', trombone: 'Bb1', 'bass-trombone': 'Bb1', 'baritone-bc': 'Bb1', 'baritone-tc': 'Bb1', 'euphonium-bc': 'Bb1',
  'euphonium-tc': 'Bb1', 'tuba-bbb': 'Bb0', 'tuba-cc': 'C1', 'tuba-eb': 'Eb1', 'tuba-f': 'F1', 'tuba-bb-tc': 'Bb0', 'tuba-eb-tc': 'Eb1',
};
const VALVES = { 1: 2, 2: 1, 3: 3, 4: 5, 5: 2.33 };
const TRIGGERS = { T: 5, V: 4, TV: 8 };

const openTube = (instrument) => SOUND / (2 * Note.freq(OPEN[instrument]));
const share = (halfSteps) => 2 ** (halfSteps / 12) - 1;
/** Metres of tube that sound the note on that partial. */
const wanted = (note) => (note.partial * SOUND) / (2 * Note.freq(note.sounding));

test('a slide is drawn by what the tube lacks, on every brass instrument', () => {
  const compared = new Map();
  for (const note of notes.filter((one) => one.mm !== null)) {
    const compensated = note.setup.includes('compensating') && note.valves.includes('4') && note.valves !== '4';
    if (compensated) {
      continue; // there the instrument's own tubes add what is lacking
    }
    const added = note.valves.split('-').reduce((sum, valve) => sum + (valve === '0' ? 0 : share(VALVES[valve])), 0);
    const tube = openTube(note.instrument) * (1 + added);
    const leg = (1000 * (wanted(note) - tube)) / 2;
    const label = `${note.instrument} ${note.setup} ${note.written} ${note.valves}: ${note.mm} mm, the tube lacks ${leg}`;
    assert.ok(leg > 0, label);
    // The handbook measures from the length that the valves stand for, not from what they really are: a few in a hundred.
    assert.ok(Math.abs(note.mm - leg) <= 0.3 + 0.09 * leg, label);
    compared.set(note.instrument, (compared.get(note.instrument) ?? 0) + 1);
  }
  const valved = Object.keys(OPEN).filter((id) => !id.includes('trombone') && !id.startsWith('baritone'));
  assert.deepEqual([...compared.keys()].filter((id) => !id.startsWith('baritone')).sort(), valved.sort());
});

test('a trombone goes as far as the tube lacks, trigger or none', () => {
  let compared = 0;
  for (const note of notes.filter((one) => one.positions !== null)) {
    const open = openTube(note.instrument);
    const triggered = open * 2 ** ((TRIGGERS[note.side] ?? 0) / 12);
    const placeOf = (length) => 1 + 12 * Math.log2(1 + (length - triggered) / open);
    const by = placeOf(wanted(note)) - placeOf(triggered * 2 ** ((note.slide - 1) / 12));
    const where = `${note.instrument} ${note.setup} ${note.written} ${note.side ?? ''}${note.slide}`;
    const label = `${where}: ${note.act} ${note.positions}, the tube says ${by}`;
    assert.equal(note.act, by > 0 ? 'position out' : 'position in', label);
    assert.ok(Math.abs(Math.abs(by) - note.positions) < 0.005, label);
    compared += 1;
  }
  assert.ok(compared > 50);
});

test('whoever has nothing to draw is told of none, and nobody is asked for more than twenty cents of lip', () => {
  for (const note of notes) {
    const label = JSON.stringify(note);
    assert.equal(note.mm !== null, ['third slide', 'first slide', 'kicker'].includes(note.act), label);
    assert.equal(note.positions !== null, ['position in', 'position out'].includes(note.act), label);
    if (note.act === 'lip') {
      assert.ok(Math.abs(note.cents) <= 20, label);
    }
    if (note.act === 'third slide') {
      assert.ok(note.valves.includes('3') && note.cents > 10, label);
    }
    if (Math.abs(note.cents) <= 10) {
      assert.equal(note.act, null, label);
    }
  }
});

test('the lengths that teachers know', () => {
  // Source: the handbook, chapter 4: trumpet 1.48 m; D4 on 1-3 about 19 mm, C sharp 4 on 1-2-3 about 34 mm.
  assert.ok(Math.abs(openTube('trumpet-bb') - 1.48) < 0.005);
  const on = (written, valves) => notes.find((one) => one.instrument === 'trumpet-bb' && one.written === written && one.valves === valves);
  assert.equal(Math.round(on('D4', '1-3').mm), 19);
  assert.equal(Math.round(on('Db4', '1-2-3')?.mm ?? on('C#4', '1-2-3').mm), 34);
});
