export function startNginx(
  root: string,
  folder: string,
  serverPorts: readonly number[],
): Promise<{ url: string; stop: () => Promise<void> }>;
