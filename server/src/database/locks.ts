/** Locks of the database that the program takes, each with a number no other of them has. */
export const LOCKS = {
  /** What a start has to do, one server at a time. */
  starting: 722_101,
  /** Bringing the tables up. */
  migrating: 722_102,
  /** That a worker of the queue lives, with the worker beside it. */
  lives: 722_103,
} as const;
