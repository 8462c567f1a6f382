// A music keyboard that is not there: it stands in for what the browser would give of a real one, so that quick entry can be tried and
// tested without a device. Given to a page before its own scripts (as the browser's tests do, or pasted into its console before the button
// is pressed); then musicKeyboard.press(62, 66, 69) presses keys together, musicKeyboard.plug(false) pulls the plug.
(() => {
    const input = { name: 'Stand-in keyboard', state: 'connected', onmidimessage: null };
    const access = { inputs: new Map([['1', input]]), onstatechange: null };
    const send = (...data) => input.onmidimessage?.({ data: Uint8Array.from(data), timeStamp: performance.now() });
    navigator.requestMIDIAccess = async () => access;
    window.musicKeyboard = {
        press(...keys) {
            keys.forEach((key) => send(0x90, key, 80));
            // Some keyboards let go by a note of no force, others by a message of its own.
            keys.forEach((key, at) => send(at % 2 === 0 ? 0x80 : 0x90, key, 0));
        },
        plug(isIn) {
            input.state = isIn ? 'connected' : 'disconnected';
            access.onstatechange?.({ port: input });
        },
    };
})();
