// What is checked of the scripts beside their form.
import js from '@eslint/js';
import globals from 'globals';

/** What the build puts in (assets/build.mjs). */
const BUILT_IN = { ENGRAVER: 'readonly', ENGRAVER_VERSION: 'readonly', NOTATION_WORKER: 'readonly', KEPT: 'readonly' };

export default [
    js.configs.recommended,
    {
        files: ['assets/js/**/*.js'],
        languageOptions: { globals: { ...globals.browser, htmx: 'readonly', ...BUILT_IN } },
    },
    {
        files: ['assets/js/*-worker.js'],
        languageOptions: { globals: { ...globals.serviceworker, ...globals.worker } },
    },
    {
        files: ['**/*.mjs', 'tests/**/*.js', 'tools/stand-ins/*.js'],
        // What a browser test hands to page.evaluate runs in the browser.
        languageOptions: { globals: { ...globals.node, ...globals.browser } },
    },
    {
        rules: {
            eqeqeq: 'error',
            'max-len': ['error', { code: 140, ignoreUrls: false }],
            'no-var': 'error',
            'prefer-const': 'error',
        },
    },
];
