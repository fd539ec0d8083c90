import { stop } from './say.mjs';

/** Node 20.19 or later; Debian's own package is older. */
export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major > 20 || (major === 20 && minor >= 19)) return;
  stop(
    `Ombrik needs Node 20.19 or later; this is ${process.versions.node} at ${process.execPath}.`,
    "Debian's own nodejs package is older. Install a newer Node and run the command again.",
  );
}
