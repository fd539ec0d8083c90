/** Runs one of PostgreSQL's own programs as the user its servers run as. @returns what it printed */
export function runPostgres(program: string, args: readonly string[], options?: object): string;
export function startCluster(
  folder: string,
  options?: { throwaway?: boolean; connections?: number },
): Promise<{ url: string; stop: () => void; pid: () => number }>;
