// What the sound module plays and when, without a loudspeaker.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { fraction, timeline } from '../../assets/desk/timeline.js';

const note = (i, bar, onset, duration, extra = {}) => ({ i, bar, onset, duration, midi: 60 + i, written_midi: 62 + i, attack: 'tongue', breath: false, ...extra });
const part = {
  time: '4/4', untimed: false, tempo: { unit: '1/4', bpm: 60 },
  bars: [{ bar: 1, onset: '0', time: '4/4', beats: 4, beat: '1/4' }, { bar: 2, onset: '1', time: '4/4', beats: 4, beat: '1/4' }],
  notes: [note(0, 1, '0', '1/2'), note(1, 1, '1/2', '1/2', { attack: 'none' }), note(2, 2, '1', '1/4'), note(3, 2, '5/4', '1/4')],
};
const of = (events, type) => events.filter((event) => event.type === type);

test('notes fall on their beats and last as long as they are written, less the tongue', () => {
  const { events, begin, end } = timeline(part, { bpm: 120, click: 'none' });
  assert.deepEqual(of(events, 'note').map((event) => event.at), [0, 1, 2, 2.5]);
  assert.deepEqual(of(events, 'note').map((event) => event.midi), [60, 61, 62, 63]);
  assert.equal(events[0].length, 1, 'a slurred note reaches the next');
  assert.ok(events[2].length < 0.5);
  assert.deepEqual([begin, end], [0, 4]);
});

test('the count-in is one bar and its last beat the breath; the starting pitch comes first', () => {
  const { events, begin } = timeline(part, { bpm: 60, click: 'every', countIn: true, pitch: true });
  assert.equal(begin, 6);
  assert.deepEqual(of(events, 'breath').map((event) => event.at), [5]);
  assert.deepEqual(of(events, 'click').slice(0, 3).map((event) => event.at), [2, 3, 4]);
  assert.equal(of(events, 'pitch')[0].midi, 60);
});

test('click on 2 and 4 only', () => {
  const { events } = timeline(part, { bpm: 60, click: '2 and 4' });
  assert.deepEqual(of(events, 'click').map((event) => event.at), [1, 3, 5, 7]);
});

test('a bar in a loop begins at its bar line; written pitch when asked', () => {
  const { events, end } = timeline(part, { bpm: 60, click: 'none', fromBar: 2, toBar: 2, written: true });
  assert.deepEqual(events.map((event) => [event.at, event.midi]), [[0, 64], [1, 65]]);
  assert.equal(end, 4);
});

test('halving the values and the tempo together is the same speed', () => {
  const halved = { ...part, tempo: { unit: '1/4', bpm: 60 }, notes: part.notes.map((one) => ({ ...one, onset: `${fraction(one.onset) * 8}/16`, duration: `${fraction(one.duration) * 8}/16` })) };
  const plain = of(timeline(part, { bpm: 120, click: 'none' }).events, 'note').map((event) => event.at);
  const slow = of(timeline({ ...halved, notes: halved.notes.map((one) => ({ ...one, bar: 1 })) }, { bpm: 60, click: 'none' }).events, 'note').map((event) => event.at);
  assert.deepEqual(slow, plain);
});

test('a pick-up is heard at the end of the bar it belongs to', () => {
  const { events, begin, end } = timeline({ ...part, pickup: '1/4', bars: [{ bar: 0, onset: '-3/4', time: '4/4', beats: 4, beat: '1/4' }, { bar: 1, onset: '1/4', time: '4/4', beats: 4, beat: '1/4' }], notes: [note(0, 0, '0', '1/4'), note(1, 1, '1/4', '1/4')] }, { bpm: 60, click: 'none' });
  assert.deepEqual(events.map((event) => event.at), [3, 4]);
  assert.deepEqual([begin, end], [0, 8]);
});

test('in 6/8 the beat is a dotted quarter', () => {
  const { events } = timeline({ ...part, time: '6/8', bars: [{ bar: 1, onset: '0', time: '6/8', beats: 2, beat: '3/8' }], tempo: { unit: '3/8', bpm: 60 }, notes: [note(0, 1, '0', '1/8'), note(1, 1, '3/8', '1/8')] }, { bpm: 60, click: 'every' });
  assert.deepEqual(of(events, 'note').map((event) => event.at), [0, 1]);
});

test('clicks follow the time where it changes', () => {
  const changing = { ...part, bars: [{ bar: 1, onset: '0', time: '4/4', beats: 4, beat: '1/4' }, { bar: 2, onset: '1', time: '2/4', beats: 2, beat: '1/4' }] };
  const clicks = of(timeline(changing, { bpm: 60, click: 'every' }).events, 'click');
  assert.deepEqual(clicks.map((event) => [event.at, event.strong]), [[0, true], [1, false], [2, false], [3, false], [4, true], [5, false]]);
});

test('chords are held softly from where they begin to the next', () => {
  const { events } = timeline({ ...part, chords: [{ onset: '0', held: [48, 52] }, { onset: '1', held: [50, 53] }] }, { bpm: 60, click: 'none', chords: true });
  assert.deepEqual(of(events, 'chord').map((event) => [event.at, event.length, event.held.length]), [[0, 4, 2], [4, 4, 2]]);
});

test('what stands between repeat signs is heard again from its first note on, as often as they say', () => {
  const { events, end } = timeline({ ...part, repeats: 3 }, { bpm: 60, click: 'every', chords: true });
  assert.deepEqual(of(events, 'note').map((event) => event.at), [0, 2, 4, 5, 8, 10, 12, 13, 16, 18, 20, 21]);
  assert.deepEqual(of(events, 'click').map((event) => event.at), Array.from({ length: 24 }, (_, i) => i));
  assert.equal(end, 24);
  // Of a part of it nothing is repeated.
  assert.equal(of(timeline({ ...part, repeats: 3 }, { bpm: 60, click: 'none', fromBar: 2 }).events, 'note').length, 2);
});

test('a repeated pick-up completes the last bar', () => {
  const whole = { time: '4/4', beats: 4, beat: '1/4' };
  const bars = [{ bar: 0, onset: '-3/4', ...whole }, { bar: 1, onset: '1/4', ...whole }];
  const notes = [note(0, 0, '0', '1/4'), note(1, 1, '1/4', '3/4')];
  const { events } = timeline({ ...part, repeats: 2, bars, notes }, { bpm: 60, click: 'none' });
  assert.deepEqual(of(events, 'note').map((event) => event.at), [3, 4, 7, 8]);
});

test('grace notes sound when they are said to, and a note that gives them time ends before', () => {
  const grace = [{ midi: 64, written_midi: 66, heard: ['15/32', '1/32'] }];
  const notes = [note(0, 1, '0', '1/2', { heard: ['0', '15/32'], share: 1 }), note(1, 1, '1/2', '1/2', { grace })];
  const found = of(timeline({ ...part, notes }, { bpm: 60, click: 'none' }).events, 'note');
  assert.deepEqual(found.map((event) => [event.at, event.midi]), [[0, 60], [1.875, 64], [2, 61]]);
  assert.ok(found[0].at + found[0].length <= found[1].at);
  assert.equal(found[1].note, undefined, 'it has no place of its own on the page');
});

test('a voice that enters later is heard later, and one that ends earlier rests to the end', () => {
  const bars = [1, 2, 3].map((bar) => ({ bar, onset: String(bar - 1), time: '4/4', beats: 4, beat: '1/4' }));
  const voice = { ...part, bars, notes: [note(0, 2, '1', '1')] };
  const late = timeline(voice, { bpm: 60, click: 'every', countIn: true });
  assert.deepEqual(of(late.events, 'note').map((event) => event.at), [8]);
  assert.equal(late.begin, 4);
  assert.equal(late.end, 16);
  assert.equal(of(late.events, 'click').length, 3 + 12);
  // From its own bar on it begins at once.
  const from = timeline(voice, { bpm: 60, click: 'none', fromBar: 2 });
  assert.deepEqual(of(from.events, 'note').map((event) => event.at), [0]);
});
