// Builds the interface: Sass and modules into public/build with a manifest of hashed names, and the typefaces, once as
// they are for the browser and once unpacked for the PDF maker.
import { createHash } from 'node:crypto';
import { cp, mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import esbuild from 'esbuild';
import * as sass from 'sass';
import { decompress } from 'wawoff2';

const root = path.dirname(path.dirname(fileURLToPath(import.meta.url)));
const out = path.join(root, 'public/build');
const manifest = {};

const faces = [
  ['alegreya', 'alegreya-latin-500-normal'],
  ['alegreya', 'alegreya-latin-700-normal'],
  ['alegreya', 'alegreya-latin-ext-700-normal'],
  ['figtree', 'figtree-latin-400-normal'],
  ['figtree', 'figtree-latin-400-italic'],
  ['figtree', 'figtree-latin-500-normal'],
  ['figtree', 'figtree-latin-700-normal'],
  ['figtree', 'figtree-latin-ext-400-normal'],
  ['figtree', 'figtree-latin-ext-700-normal'],
  ['noto-sans-math', 'noto-sans-math-latin-400-normal'],
];

async function emit(name, content) {
  const hash = createHash('sha256').update(content).digest('hex').slice(0, 10);
  const { name: stem, ext } = path.parse(name);
  const file = `${stem}-${hash}${ext}`;
  await writeFile(path.join(out, file), content);
  await writeFile(path.join(out, `${file}.gz`), gzipSync(content, { level: 9 })); // packed once, so that the web server need not
  manifest[`build/${name}`] = `/build/${file}`;
}

await rm(out, { recursive: true, force: true });
await mkdir(path.join(out, 'fonts'), { recursive: true });
await mkdir(path.join(out, 'print-fonts'), { recursive: true });
for (const [family, face] of faces) {
  const source = path.join(root, 'node_modules/@fontsource', family, 'files', `${face}.woff2`);
  await cp(source, path.join(out, 'fonts', `${face}.woff2`));
  await writeFile(path.join(out, 'print-fonts', `${face}.ttf`), await decompress(await readFile(source)));
}
const css = sass.compile(path.join(root, 'assets/app.scss'), {
  style: 'compressed',
  loadPaths: [path.join(root, 'assets'), path.join(root, 'node_modules')],
  quietDeps: true,
  silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'],
});
await emit('app.css', css.css);
const js = await esbuild.build({
  entryPoints: [path.join(root, 'assets/app.js')],
  bundle: true,
  minify: true,
  format: 'esm',
  target: 'es2020',
  write: false,
  legalComments: 'none',
});
await emit('app.js', js.outputFiles[0].text);
// What listens runs apart from the page, so that the page stays quick and the sound is not late.
for (const name of ['worker', 'worklet']) {
  const made = await esbuild.build({ entryPoints: [path.join(root, `assets/stand/listening/${name}.js`)], bundle: true, minify: true, format: 'iife', target: 'es2020', write: false, legalComments: 'none' });
  await emit(`listen-${name}.js`, made.outputFiles[0].text);
}
// The worker that opens the Stand without the network knows the files of this build by their names.
const files = [...Object.values(manifest), ...faces.map(([, face]) => `/build/fonts/${face}.woff2`)].map((url) => ({ url, revision: url.includes('/fonts/') ? '1' : null }));
await esbuild.build({
  entryPoints: [path.join(root, 'assets/stand/worker.js')],
  outfile: path.join(root, 'public/stand-worker.js'),
  bundle: true,
  minify: true,
  format: 'iife',
  target: 'es2020',
  define: { 'self.__BUILD__': JSON.stringify(files), 'process.env.NODE_ENV': '"production"' },
  legalComments: 'none',
});
await writeFile(path.join(out, 'manifest.json'), JSON.stringify(manifest, null, 2));
console.log(`built ${Object.keys(manifest).length} files and ${faces.length} typefaces`);
