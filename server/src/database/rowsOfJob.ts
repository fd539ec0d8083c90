import type { Knex } from 'knex';

/**
 * Rows of a job in a table that says who wrote each, in the order of a column of it.
 * @returns a query of every column and `person_name`, to be narrowed or awaited
 */
export const rowsOfJob = (db: Knex, table: string, jobId: string, order = 'id') =>
  db(table)
    .join('people', 'people.id', `${table}.person_id`)
    .where({ job_id: jobId })
    .orderBy(`${table}.${order}`)
    .select(`${table}.*`, 'people.name as person_name');
