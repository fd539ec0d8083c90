import { fileURLToPath } from 'node:url';
import { runServer } from '../../../scripts/lib/runServer.mjs';

// Starts a server as the demo does, and waits to be killed.
const { port } = await runServer(fileURLToPath(new URL('../../..', import.meta.url)), {});
process.send?.({ port });
setInterval(() => {}, 1000);
