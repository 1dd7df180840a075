// Which note of a talked-through line is open and read, without a page.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { next } from '../../assets/desk/talk.js';

const start = { at: 0, count: 3, reading: false };

test('steps stay within the line', () => {
  assert.equal(next(start, { kind: 'step', by: -1 }).at, 0);
  assert.equal(next({ ...start, at: 2 }, { kind: 'step', by: 1 }).at, 2);
  assert.equal(next(start, { kind: 'go', to: 9 }).at, 2);
});

test('reading goes through the line once and ends', () => {
  let state = next(start, { kind: 'read' });
  const visited = [state.at];
  for (let k = 0; k < 10 && state.reading; k += 1) {
    state = next(state, { kind: 'said' });
    visited.push(state.at);
  }
  assert.deepEqual(visited, [0, 1, 2, 2]);
  assert.equal(state.reading, false);
});

test('whoever reads on from the end begins again, and what is stopped stays stopped', () => {
  assert.deepEqual(next({ ...start, at: 2 }, { kind: 'read' }), { at: 0, count: 3, reading: true });
  const stopped = next({ ...start, at: 1, reading: true }, { kind: 'stop' });
  assert.deepEqual(next(stopped, { kind: 'said' }), stopped);
});
