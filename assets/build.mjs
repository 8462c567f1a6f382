// Builds public/build: scripts (esbuild), styles (sass), fonts, icons and the engraver, each under a name with its hash.
import { build } from 'esbuild';
import { compile } from 'sass';
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, rmSync, writeFileSync, readdirSync } from 'node:fs';
import { basename, dirname, extname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const out = join(root, 'public/build');
const modules = join(root, 'node_modules');
const manifest = {};

function put(name, content, packed = true) {
    const hash = createHash('sha256').update(content).digest('hex').slice(0, 10);
    const file = basename(name, extname(name)) + '-' + hash + extname(name);
    const path = join(out, dirname(name), file);
    mkdirSync(dirname(path), { recursive: true });
    writeFileSync(path, content);
    if (packed) {
        writeFileSync(path + '.gz', gzipSync(content, { level: 9 }));
    }
    manifest['build/' + name] = '/build/' + join(dirname(name), file);
    return manifest['build/' + name];
}

rmSync(out, { recursive: true, force: true });
mkdirSync(out, { recursive: true });

// The engraver stands in a folder that its version names. Its module carries its program as one long text: taken out of it, byte for byte,
// a browser compiles it while it arrives, and keeps it compiled.
const verovio = JSON.parse(readFileSync(join(modules, 'verovio/package.json'), 'utf8')).version;
const engraver = `/build/verovio-${verovio}/`;

/** A piece of a script, or an error that says which one is missing: a new release of the engraver has to be looked at. */
function part(script, pattern) {
    const found = pattern.exec(script);
    if (!found) {
        throw new Error(`The module of the engraver has nothing like ${pattern}.`);
    }
    return found[0];
}

function takeApart(script) {
    const decode = part(script, /function binaryDecode\(bin\)\{.*?return \w+\}/s);
    const find = part(script, /function findWasmBinary\(\)\{return binaryDecode\('(?:[^'\\]|\\.)*'\)\}/s);
    const load = part(script, /async function instantiateAsync\(binary,binaryFile,imports\)\{.*?\}/);
    const streamed = "WebAssembly.instantiateStreaming(fetch(new URL('verovio.wasm',import.meta.url)),imports)";
    return {
        'verovio.wasm': Buffer.from(new Function(`${decode};${find};return findWasmBinary()`)()),
        'verovio-module.mjs': script
            .replace(find, () => 'function findWasmBinary(){return null}')
            .replace(load, () => `async function instantiateAsync(binary,binaryFile,imports){return ${streamed}}`),
    };
}

const engraverFiles = {
    'verovio.mjs': readFileSync(join(modules, 'verovio/dist/verovio.mjs')),
    ...takeApart(readFileSync(join(modules, 'verovio/dist/verovio-module.mjs'), 'utf8')),
};
mkdirSync(join(out, `verovio-${verovio}`), { recursive: true });
for (const [file, content] of Object.entries(engraverFiles)) {
    writeFileSync(join(out, `verovio-${verovio}`, file), content);
    writeFileSync(join(out, `verovio-${verovio}`, file + '.gz'), gzipSync(content, { level: 9 }));
}

// Fonts: the style sheet names them by these addresses.
const fonts = {
    'literata.woff2': '@fontsource-variable/literata/files/literata-latin-wght-normal.woff2',
    'literata-ext.woff2': '@fontsource-variable/literata/files/literata-latin-ext-wght-normal.woff2',
    'source-sans.woff2': '@fontsource-variable/source-sans-3/files/source-sans-3-latin-wght-normal.woff2',
    'source-sans-ext.woff2': '@fontsource-variable/source-sans-3/files/source-sans-3-latin-ext-wght-normal.woff2',
};
const fontAddress = {};
for (const [name, file] of Object.entries(fonts)) {
    fontAddress[name] = put('fonts/' + name, readFileSync(join(modules, file)), false);
}

let css = compile(join(root, 'assets/styles/app.scss'), {
    loadPaths: [modules],
    style: 'compressed',
    quietDeps: true,
    silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'],
}).css;
css = css.replace(/url\("?font:([\w.-]+)"?\)/g, (_, name) => `url(${fontAddress[name]})`);
put('app.css', css);

const icons = readFileSync(join(root, 'assets/icons/used.txt'), 'utf8').split(/\s+/).filter(Boolean);
const symbols = icons.map((name) =>
    readFileSync(join(modules, 'bootstrap-icons/icons', name + '.svg'), 'utf8')
        .replace(/<svg[^>]*>/, `<symbol id="${name}" viewBox="0 0 16 16">`)
        .replace('</svg>', '</symbol>'),
);
for (const file of readdirSync(join(root, 'assets/icons')).filter((name) => name.endsWith('.svg'))) {
    symbols.push(
        readFileSync(join(root, 'assets/icons', file), 'utf8')
            .trim()
            .replace(/<svg[^>]*viewBox="([^"]*)"[^>]*>/, `<symbol id="${basename(file, '.svg')}" viewBox="$1">`)
            .replace('</svg>', '</symbol>'),
    );
}
put('icons.svg', `<svg xmlns="http://www.w3.org/2000/svg">${symbols.join('')}</svg>`);
put('favicon.svg', readFileSync(join(root, 'assets/icons/mark.svg')));

// What the web server shows by itself when the application cannot: under fixed names, for its configuration.
const frame = readFileSync(join(root, 'assets/pages/frame.html'), 'utf8');
for (const page of readdirSync(join(root, 'assets/pages')).filter((name) => name !== 'frame.html')) {
    const content = readFileSync(join(root, 'assets/pages', page), 'utf8');
    const html = frame
        .replace('TITLE', /<h1>(.*?)<\/h1>/.exec(content)[1])
        .replace('CONTENT', content)
        .replace(/build:([\w.-]+)/g, (_, name) => manifest['build/' + name]);
    writeFileSync(join(out, page), html);
}

async function bundled(entry, define) {
    const result = await build({
        entryPoints: [join(root, 'assets/js', entry + '.js')],
        bundle: true,
        format: 'esm',
        minify: true,
        target: 'es2022',
        write: false,
        define,
        external: ['/build/*'],
        legalComments: 'none',
    });
    return Buffer.from(result.outputFiles[0].contents);
}
const bundle = async (entry, define) => put(entry + '.js', await bundled(entry, define));

const worker = await bundle('notation-worker', { ENGRAVER: JSON.stringify(engraver) });
const define = { NOTATION_WORKER: JSON.stringify(worker), ENGRAVER_VERSION: JSON.stringify(verovio) };
await bundle('app', define);
await bundle('lesson', define);

// The lesson's service worker has to stand at the root of the site; it learns from here what to keep. All names bear their hash.
const kept = [...Object.values(manifest), ...Object.keys(engraverFiles).map((file) => engraver + file)];
const service = await bundled('lesson-worker', {
    KEPT: JSON.stringify(kept.map((url) => ({ url, revision: null }))),
    'process.env.NODE_ENV': '"production"',
});
writeFileSync(join(root, 'public/lesson-worker.js'), service);
writeFileSync(join(out, 'manifest.json'), JSON.stringify(manifest, null, 2));
