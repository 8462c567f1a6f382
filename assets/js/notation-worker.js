// Runs the engraver away from the page. One message in, one answer out.
let toolkit;

async function load() {
    const [{ default: createModule }, { VerovioToolkit }] = await Promise.all([
        import(ENGRAVER + 'verovio-module.mjs'),
        import(ENGRAVER + 'verovio.mjs'),
    ]);
    return new VerovioToolkit(await createModule());
}

self.onmessage = async ({ data: { id, xml, options } }) => {
    try {
        toolkit ??= load();
        const engraver = await toolkit;
        engraver.resetOptions();
        engraver.setOptions(options);
        if (!engraver.loadData(xml)) {
            throw new Error('The score could not be engraved.');
        }
        self.postMessage({ id, svg: engraver.renderToSVG(1) });
    } catch (error) {
        self.postMessage({ id, error: String(error) });
    }
};
