let presses = 0;

/** A person signed in, asking the server as their browser would. */
export async function comeIn(url: string, personId: string) {
  const entered = await fetch(`${url}/api/demo-sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ personId }),
  });
  const cookie = entered.headers.get('set-cookie')!.split(';')[0]!;
  const headers = () => ({
    cookie,
    'content-type': 'application/json',
    'idempotency-key': `bench-${process.pid}-${personId}-${presses++}`,
  });
  // biome-ignore lint/suspicious/noExplicitAny: answers are read where their shape is known
  const post = async (path: string, body: unknown): Promise<any> => {
    const answer = await fetch(`${url}${path}`, { method: 'POST', headers: headers(), body: JSON.stringify(body) });
    const said = await answer.json();
    if (!answer.ok) throw new Error(`${path} answered ${answer.status}: ${JSON.stringify(said).slice(0, 400)}`);
    return said;
  };
  return {
    cookie,
    get: (path: string) => fetch(`${url}${path}`, { headers: headers() }),
    post,
    /** Changes one word of a job's brief. @returns the revision it made */
    edit: async (jobId: string, revision: number, field: 'ambientC' | 'notes', value: unknown): Promise<number> =>
      (
        await post(`/api/jobs/${jobId}/edits`, {
          editId: `bench-edit-${process.pid}-${presses++}`,
          baseRevision: revision,
          label: field,
          commands: [{ kind: 'setBrief', field, value }],
        })
      ).revision,
  };
}
export type Person = Awaited<ReturnType<typeof comeIn>>;
