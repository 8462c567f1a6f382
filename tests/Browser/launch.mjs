// How every browser test and picture starts Debian's Chromium.
export const launch = {
    executablePath: '/usr/bin/chromium-headless-shell',
    args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        // The engraver is large, and a test needs little of it.
        '--js-flags=--wasm-lazy-compilation',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--autoplay-policy=no-user-gesture-required',
    ],
};
