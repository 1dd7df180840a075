// One audio clock for a page: what is played and what is heard are told by the same time.
let context;

export function audio() {
  context ??= new AudioContext();
  return context;
}
