/** A job as it stands on the wall. */
export interface JobRow {
  id: string;
  number: number;
  revision: number;
  wantedOn: string | null;
  archived: boolean;
  createdAt: string;
}

export const jobRow = (row: Record<string, unknown>): JobRow => ({
  id: row.id as string,
  number: row.number as number,
  revision: row.revision as number,
  wantedOn: (row.wanted_on as string | null) ?? null,
  archived: row.archived_at !== null,
  createdAt: (row.created_at as Date).toISOString(),
});
