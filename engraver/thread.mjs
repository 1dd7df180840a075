// One of the engraver's threads: it has Verovio to itself and engraves one score after the other.
import { openEngraver } from './engrave.mjs';

let engraver = await openEngraver();

/** @returns {Promise<{pages: string[], width: number} | {wrong: string}>} what was drawn, or what is wrong with the music */
export default async function engrave({ musicXml, width, labels }) {
  try {
    return engraver.engrave(musicXml, width, labels);
  } catch (error) {
    if (error instanceof WebAssembly.RuntimeError) {
      engraver = await openEngraver(); // after a fault of the compiled program its memory is not to be trusted
      throw error;
    }
    return { wrong: error.message };
  }
}
