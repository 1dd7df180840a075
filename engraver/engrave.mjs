// Engraves our MusicXML, one system to a page, and answers with the drawings as they come; the application reads them with a parser
// and takes them apart.
import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';

/** Units of the drawing to one staff space, as Verovio lays it out. */
export const UNITS_PER_SPACE = 180;
export const LIMIT = 4 * 1024 * 1024;

/** Notes of a line that is drawn out to the margin even where it is the only one. */
const LEAST_FULL = 8;
/** Share of the fullest line's notes from which a line is drawn out to the margin. */
const DRAWN_OUT = 0.62;
/** Room for clef, signature and time, in units of the drawing. */
const HEAD = 2200;

/**
 * The widest spacing that the engraver knows: every sign beside a note finds room before the line is drawn together to
 * the page, so that equal notes stand equally apart. At the narrow one signs push their notes away.
 */
const EVEN = 1;
const NARROW = 0.35;
/** Two notes closer than this leave a sign between them no room: a head and a sign, in units of the drawing. */
const CROWDED = 560;

const options = {
  breaks: 'encoded',
  header: 'none',
  footer: 'none',
  adjustPageHeight: true,
  pageHeight: 2000,
  pageMarginLeft: 0,
  pageMarginRight: 0,
  pageMarginTop: 10,
  pageMarginBottom: 10,
  scale: 100,
  svgRemoveXlink: true,
  xmlIdSeed: 1,
  mnumInterval: 0,
  justifyVertically: false,
  minLastJustification: 0,
  spacingLinear: EVEN,
  spacingNonLinear: 0.45,
  // Room before each note, where a bar line stands: for a reminder in brackets. The most that the engraver knows.
  leftMarginNote: 2,
};

/** The notes of a drawing, by their ids. */
function notes(svg) {
  return [...svg.matchAll(/<g id="([^"]+)" class="note"/g)].map((note) => note[1]).join(' ');
}

/** The least distance between two note heads that follow one another. */
function closest(svg) {
  const heads = [...svg.matchAll(/class="notehead"[^>]*>\s*<use [^>]*?(?:x="(\d+)"|translate\((\d+))/g)].map((head) => Number(head[1] ?? head[2]));
  return Math.min(Infinity, ...heads.slice(1).map((x, k) => x - heads[k]).filter((gap) => gap > 0));
}

function drawnPages(toolkit) {
  const pages = [];
  for (let page = 1; page <= toolkit.getPageCount(); page += 1) {
    pages.push(toolkit.renderToSVG(page));
  }
  return pages;
}

export async function openEngraver() {
  const toolkit = new VerovioToolkit(await createVerovioModule());
  return {
    version: toolkit.getVersion(),
    /**
     * @param {string} musicXml @param {number} width of the page in units of the drawing
     * @param {number} labels room for the names before the staves, in the same units
     */
    engrave(musicXml, width, labels = 0) {
      toolkit.setOptions({ ...options, pageWidth: Math.round(width / 10) });
      if (!toolkit.loadData(musicXml)) {
        throw new Error('the music could not be read');
      }
      let pages = drawnPages(toolkit);
      let spacing = EVEN;
      if (Math.min(...pages.map(closest)) < CROWDED) {
        spacing = NARROW;
        toolkit.setOptions({ ...options, spacingLinear: spacing, pageWidth: Math.round(width / 10) });
        toolkit.redoLayout();
        pages = drawnPages(toolkit);
      }
      // A line with far fewer notes than the fullest one keeps their spacing and is not drawn out to the margin.
      const counts = pages.map((svg) => svg.split('class="note"').length - 1);
      const full = Math.max(LEAST_FULL, ...counts);
      const usual = Math.min(...pages.filter((svg, k) => counts[k] >= DRAWN_OUT * full).map(closest));
      const head = HEAD + labels;
      const drawn = (k, share) => {
        const pageWidth = Math.round((head + (width - head) * Math.min(1, share)) / 10);
        toolkit.setOptions({ ...options, spacingLinear: spacing, pageWidth });
        toolkit.redoLayout();
        return toolkit.renderToSVG(k + 1);
      };
      for (const [k, count] of counts.entries()) {
        // Only the last line may end before the margin.
        if (k === pages.length - 1 && count > 0 && count < DRAWN_OUT * full) {
          const share = count / full;
          // Where there was too little room it would have broken elsewhere: then it stays as wide as it was.
          const kept = pages[k];
          const isWhole = () => notes(pages[k]) === notes(kept);
          pages[k] = drawn(k, share);
          // Long notes and rests take their room too: no note stands closer to the next than on the lines before.
          const wider = Math.min(usual, width) / closest(pages[k]);
          if (Number.isFinite(wider) && wider > 1.03 && Number.isFinite(usual)) {
            pages[k] = drawn(k, share * wider);
          }
          if (!isWhole()) {
            pages[k] = kept;
          }
        }
      }
      return { width, pages };
    },
    /** The MIDI that Verovio itself makes of a score, in base64; the tests hold ours against it. */
    midi(musicXml) {
      toolkit.setOptions({ ...options, pageWidth: 2000 });
      toolkit.loadData(musicXml);
      return toolkit.renderToMIDI();
    },
  };
}
