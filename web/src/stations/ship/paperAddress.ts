/** Words chosen of a paper, by what they choose. */
export type Chosen = Readonly<Record<string, string>>;

/** Where a paper of a job is had at a revision. */
export function paperAddress(jobId: string, revision: number, name: string, chosen: Chosen = {}): string {
  return `/api/jobs/${jobId}/out/${name}?${new URLSearchParams({ revision: String(revision), ...chosen })}`;
}

interface Choice {
  name: string;
  words: readonly { word: string }[];
}

/** What is chosen of a paper: what somebody said, the first word where nobody did. */
export const chosenOf = (choices: readonly Choice[], said: Chosen): Chosen =>
  Object.fromEntries(choices.map((c) => [c.name, said[c.name] ?? c.words[0]!.word]));
