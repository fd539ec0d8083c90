/** The pages for users, as they stand in docs/guide, in the order they are read. */
export const GUIDE_PAGES = [
  'start', 'brief', 'power', 'circuit', 'board', 'cables', 'build', 'test', 'ship', 'store', 'plan', 'catalogue', 'practice',
  'workshop', 'words',
] as const; // biome-ignore format: a list
export type GuidePageName = (typeof GUIDE_PAGES)[number];

const texts = import.meta.glob<string>('../../../../docs/guide/*.md', {
  query: '?raw',
  import: 'default',
  eager: true,
});
const pictures = import.meta.glob<string>('../../../../docs/screenshots/*.png', {
  query: '?url',
  import: 'default',
  eager: true,
});

export const guideText = (page: GuidePageName): string => texts[`../../../../docs/guide/${page}.md`] ?? '';
/** Where a picture that a page names is served. */
export const pictureAt = (named: string): string => pictures[`../../../../docs/${named.replace('../', '')}`] ?? named;

/** A heading as an address names it. */
export const anchorOf = (heading: string): string =>
  heading
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '');

export interface GuidePlace {
  page: GuidePageName;
  title: string;
  /** What stands under it, in short. */
  says: string;
  anchor: string;
}

const plain = (markdown: string): string =>
  markdown
    .replace(/!\[[^\]]*\]\([^)]*\)/g, '')
    .replace(/\[([^\]]*)\]\([^)]*\)/g, '$1')
    .replace(/[*`>|#]/g, '')
    .replace(/\s+/g, ' ')
    .trim();

/** Every heading and every word that is explained, to be looked through. */
export function guidePlaces(): GuidePlace[] {
  return GUIDE_PAGES.flatMap((page) => {
    const text = guideText(page);
    const headings = text
      .split(/^(?=#{1,2} )/m)
      .filter((part) => part.startsWith('#'))
      .map((part) => {
        const [head = '', ...rest] = part.split('\n');
        const title = plain(head);
        return { page, title, says: plain(rest.join('\n')).slice(0, 140), anchor: anchorOf(title) };
      });
    const words = [...text.matchAll(/^\| ([^|]+) \| ([^|]+) \|$/gm)]
      .filter(([, word]) => page === 'words' && !/^(word|-+)$/.test(word!.trim()))
      .map(([, word, says]) => ({ page, title: word!.trim(), says: says!.trim(), anchor: anchorOf(word!.trim()) }));
    return [...headings, ...words];
  });
}

/** The page that tells of a place of the application. */
export function guideOf(path: string): GuidePageName {
  const station = /^\/jobs\/[^/]+\/(\w+)/.exec(path)?.[1];
  const named = station ?? path.split('/')[1] ?? '';
  const page = {
    stock: 'store',
    buying: 'store',
    people: 'workshop',
    audit: 'workshop',
    lessons: 'ship',
    screen: 'plan',
  }[named];
  return GUIDE_PAGES.find((p) => p === (page ?? named)) ?? 'start';
}
