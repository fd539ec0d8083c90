import type { Plugin } from 'vite';

/** Large, and of no use at a bench without a network. */
const NOT_KEPT =
  /circuitWorker|powerWorker|boardWorker|cutWorker|planWorker|pdf\.worker|PaperView|charts|GuidePage|guide-|CameraScan|\.png$|\.woff$|sw\.js|\.map$/;

/** Writes down which files the application needs to start without a network. */
export const offlineFiles = (): Plugin => ({
  name: 'offline-files',
  generateBundle(_, bundle) {
    const files = Object.keys(bundle)
      .filter((f) => f.startsWith('assets/') && !NOT_KEPT.test(f))
      .map((f) => `/${f}`)
      .sort();
    this.emitFile({ type: 'asset', fileName: 'offline-files.json', source: JSON.stringify({ files }) });
  },
});
