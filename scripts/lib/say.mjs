/** Plain lines for people; errors end the run with 1. */
export const say = (line) => console.log(line);
export const stop = (...lines) => {
  for (const line of lines) console.error(line);
  process.exit(1);
};
