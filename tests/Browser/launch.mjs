// How every browser test and picture starts Debian's Chromium.
export const launch = {
    executablePath: '/usr/bin/chromium-headless-shell',
    args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--autoplay-policy=no-user-gesture-required',
    ],
};
