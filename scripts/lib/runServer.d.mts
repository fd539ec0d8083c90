import type { ChildProcess } from 'node:child_process';

export function runServer(
  root: string,
  env: Record<string, string | undefined>,
  options?: { quiet?: boolean },
): Promise<{ child: ChildProcess; port: number }>;
