/** Caches of the browser: the application itself, and what the floor needs of its jobs. */
export const PAGE_CACHE = 'ombrik-page';
export const FLOOR_CACHE = 'ombrik-jobs';

/** Of a job what its build is shown from. */
const OF_JOB = /^\/api\/jobs\/[^/]+(\/(dossier|floor|build|past-times|files(\/[^/]+)?))?$/;
const OF_SHOP = ['/api/me', '/api/jobs', '/api/schedule/reports'];

/** Whether an address is kept on the device for when the network is gone. */
export const isKept = (path: string): boolean => OF_SHOP.includes(path) || OF_JOB.test(path);
