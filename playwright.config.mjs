import { defineConfig } from '@playwright/test';
import { launch } from './tests/Browser/launch.mjs';
import { within } from './tests/Fault/client.mjs';

export default defineConfig({
    testDir: 'tests/Browser',
    testMatch: '*.spec.mjs',
    outputDir: 'var/test-results',
    timeout: within(60),
    expect: { timeout: within(5) },
    fullyParallel: false,
    workers: 2,
    reporter: [['list']],
    use: {
        baseURL: process.env.COIN_STAIR_URL ?? 'http://127.0.0.1:8080',
        // What does not happen fails with its line, and does not use up the time of the whole test.
        actionTimeout: within(15),
        navigationTimeout: within(15),
        viewport: { width: 1280, height: 800 },
        launchOptions: launch,
        serviceWorkers: 'allow',
    },
});
