export function proxyConfiguration(root: string, port: number, serverPorts: readonly number[]): string;
export function startNginx(
  root: string,
  folder: string,
  serverPorts: readonly number[],
): Promise<{ url: string; stop: () => Promise<void> }>;
