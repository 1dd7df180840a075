// What happens when in a step of the Stand, without a loudspeaker.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { beatsOf, program } from '../../assets/stand/program.js';

const notes = Array.from({ length: 8 }, (_, i) => ({ midi: 60 + i, written: 62 + i, attack: i % 2 === 1 ? 'none' : 'tongue', breath: i === 7, separated: false }));
const step = (more = {}) => ({
  kind: 'up', silent: false, timed: true, times: 2, bpm: 60, unit: 3360, tongued: true, length: 26880, grid: [[0, 13440, 3360]],
  plays: notes.map((_, i) => [i, i * 3360, 3360]), ...more,
});
const of = (made, type) => made.events.filter((event) => event.type === type);
const at = (made, type) => of(made, type).map((event) => event.at);

test('a bar is counted in before each time, its last beat the breath; the names move with the beat', () => {
  const made = program(step(), notes, { bpm: 120 });
  const exact = (one) => Math.round(one * 1e6) / 1e6;
  assert.deepEqual(at(made, 'beat').map(exact), Array.from({ length: 24 }, (_, k) => k * 0.5));
  assert.deepEqual(of(made, 'beat').filter((beat) => beat.before).map((beat) => [exact(beat.at), Boolean(beat.breath)]), [[0, false], [0.5, false], [1, false], [1.5, true], [6, false], [6.5, false], [7, false], [7.5, true]]);
  assert.deepEqual(at(made, 'cell').slice(0, 8).map(exact), [2, 2.5, 3, 3.5, 4, 4.5, 5, 5.5]);
  assert.equal(of(made, 'note').length, 0, 'the click alone is the usual one');
  assert.deepEqual([made.end, made.played].map(exact), [12, 8]);
});

test('together with it the notes sound, all tongued until they are played as marked', () => {
  const tongued = of(program(step(), notes, { bpm: 60, model: true }), 'note');
  assert.deepEqual(tongued.slice(0, 3).map((note) => [note.midi, note.tongued, note.joins]), [[60, true, false], [61, true, false], [62, true, false]]);
  assert.ok(tongued.every((note) => note.length <= 1));
  const marked = of(program(step({ tongued: false }), notes, { bpm: 60, model: true }), 'note');
  assert.deepEqual(marked.slice(0, 3).map((note) => [note.tongued, note.joins]), [[true, true], [false, false], [true, true]]);
});

test('nothing sounds in a silent step, whatever is asked for', () => {
  assert.equal(of(program(step({ silent: true }), notes, { bpm: 60, model: true, echo: true }), 'note').length, 0);
  assert.equal(program(step({ silent: true }), notes, { bpm: 60 }).played, 0);
});

test('held notes are counted on', () => {
  const held = step({ times: 1, length: 26880, plays: [[0, 0, 13440], [1, 13440, 6720], [2, 20160, 6720]] });
  assert.deepEqual(of(program(held, notes, { bpm: 60 }), 'held').map((event) => [event.at - 4, event.i, event.count]), [[1, 0, 2], [2, 0, 3], [3, 0, 4], [5, 1, 2], [7, 2, 2]]);
});

test('a hard change goes back and forth without a stop between', () => {
  const made = program(step({ kind: 'hard change', times: 4, length: 13440, plays: [[3, 0, 6720], [4, 6720, 6720]] }), notes, { bpm: 60 });
  assert.equal(of(made, 'beat').filter((beat) => beat.before).length, 4);
  assert.deepEqual(of(made, 'cell').map((cell) => cell.i), [3, 4, 3, 4, 3, 4, 3, 4]);
  assert.equal(made.end, 4 + 4 * 4);
});

test('echo: a bar is played, the player plays it; twice; then the next is appended', () => {
  const made = program(step({ times: 2 }), notes, { bpm: 60, echo: true });
  assert.deepEqual(of(made, 'says').map((event) => event.key), ['listen', 'your_turn', 'listen', 'your_turn', 'listen', 'your_turn', 'listen', 'your_turn']);
  assert.deepEqual(at(made, 'says'), [4, 8, 12, 16, 20, 28, 36, 44]);
  assert.equal(of(made, 'note').filter((note) => note.at < 8).length, 4, 'one bar of the model');
  assert.equal(of(made, 'note').filter((note) => note.at >= 8 && note.at < 12).length, 0, 'and one of the player');
  assert.equal(made.played, 4 + 4 + 8 + 8);
});

test('the first note is heard, sung, and matched', () => {
  const made = program(step({ kind: 'first note', timed: false, plays: [[0, 0, 13440]] }), notes, { bpm: 60 });
  assert.deepEqual(of(made, 'says').map((event) => event.key), ['hear', 'sing', 'match', 'hear', 'sing', 'match']);
  assert.equal(of(made, 'note').length, 2);
});

test('without time the player goes on by himself; it can be heard all the same', () => {
  assert.equal(program(step({ timed: false }), notes, { bpm: 60 }), null);
  const heard = program(step({ timed: false, silent: true }), notes, { bpm: 60, once: true });
  assert.equal(of(heard, 'note').length, 8);
  assert.equal(of(heard, 'beat').length, 0);
});

test('laws of every step: beats are even to a millionth of a second, nothing begins before the start or after the end', () => {
  for (const unit of [3360, 6720, 5040, 1680]) {
    for (const bpm of [20, 47, 60, 93, 144, 300]) {
      for (const grid of [[[0, 13440, 3360]], [[0, 10080, 3360]], [[0, 10080, 5040]], [[0, 6720, 3360]], [[0, 13440, 3360], [13440, 6720, 3360]]]) {
        const bars = grid.length === 2 ? 26880 : grid[0][1] * 3;
        for (const model of [true, false]) {
          const made = program(step({ unit, grid, length: bars, plays: notes.map((_, i) => [i, i * 1680, 1680]) }), notes, { bpm, model });
          const tick = 60 / bpm / unit;
          let before = -Infinity;
          for (const event of made.events) {
            assert.ok(event.at >= before && event.at >= 0 && event.at <= made.end + 1e-9);
            before = event.at;
          }
          const beats = of(made, 'beat');
          const beat = grid[0][2] * tick;
          for (let k = 1; k < beats.length; k += 1) {
            assert.ok(Math.abs(beats[k].at - beats[0].at - k * beat) < 1e-6, `${unit} at ${bpm}`);
          }
          assert.ok(beats.filter((one) => one.n === 1).every((one) => one.strong) && beats.filter((one) => one.n !== 1).every((one) => !one.strong));
        }
      }
    }
  }
});

test('bars of another time are counted as they stand', () => {
  assert.deepEqual(beatsOf([[0, 13440, 3360], [13440, 6720, 3360]], 26880).map((beat) => `${beat.n}/${beat.of}`), ['1/4', '2/4', '3/4', '4/4', '1/2', '2/2', '1/2', '2/2']);
});
