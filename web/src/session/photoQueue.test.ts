import 'fake-indexeddb/auto';
import { describe, expect, it } from 'vitest';
import { ApiError } from '../app/api.ts';
import { browserPhotos, type KeptPhoto } from './photoBox.ts';
import { PhotoQueue } from './photoQueue.ts';

let n = 0;
const photo = (jobId: string): KeptPhoto => ({
  key: `photo-${n++}`,
  jobId,
  stepId: 'mount/a',
  fingerprint: 'f',
  name: 'Mount A.jpg',
  picture: new Blob(['x'], { type: 'image/jpeg' }),
  at: n,
});

/** A server that is away, broken, refuses, or takes; and what it was sent. */
function line(jobId: string) {
  let answer: 'away' | 'broken' | 'no' | 'yes' = 'yes';
  const sent: string[] = [];
  const hung: [string, string][] = [];
  const again: (() => void)[] = [];
  const queue = () =>
    new PhotoQueue({
      box: browserPhotos(jobId),
      send: async ({ key }) => {
        sent.push(key);
        if (answer === 'away') throw new TypeError('no network');
        if (answer === 'broken') throw new ApiError(503, ['busy']);
        if (answer === 'no') throw new ApiError(422, ['too large']);
        return `file of ${key}`;
      },
      onSent: (p, fileId) => hung.push([p.stepId, fileId]),
      later: (work) => again.push(work),
    });
  return { queue, sent, hung, again, set: (next: typeof answer) => (answer = next) };
}
const settled = () => new Promise((go) => setTimeout(go, 20));

describe('photos on their way', () => {
  it('taken without a network are kept, and sent in order once it is back', async () => {
    const to = line('away');
    to.set('away');
    const queue = to.queue();
    const [a, b] = [photo('away'), photo('away')];
    await queue.add(a);
    await queue.add(b);
    await settled();
    expect(queue.state.waiting).toHaveLength(2);
    to.set('yes');
    await queue.tryNow();
    expect(to.hung.map(([, id]) => id)).toEqual([`file of ${a.key}`, `file of ${b.key}`]);
    expect(queue.state.waiting).toEqual([]);
  });
  it('outlive the page: the next one takes them up under the same key', async () => {
    const to = line('page');
    to.set('broken');
    const first = to.queue();
    const one = photo('page');
    await first.add(one);
    await settled();
    first.close();
    to.set('yes');
    const second = to.queue();
    await second.open();
    await settled();
    expect(new Set(to.sent)).toEqual(new Set([one.key]));
    expect(to.hung).toHaveLength(1);
    const third = to.queue();
    await third.open();
    await settled();
    expect(to.hung).toHaveLength(1);
    expect((await browserPhotos('other').all()).length).toBe(0);
  });
  it('refused are told and not sent again by themselves; let go, the next goes on', async () => {
    const to = line('no');
    to.set('no');
    const queue = to.queue();
    const bad = photo('no');
    await queue.add(bad);
    await settled();
    expect(queue.state.refused).toBe('too large');
    expect(to.again).toEqual([]);
    to.set('yes');
    await queue.add(photo('no'));
    await queue.forget(bad.key);
    await settled();
    expect(queue.state).toEqual({ waiting: [], refused: null });
  });
});
