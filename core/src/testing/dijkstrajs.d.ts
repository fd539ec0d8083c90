declare module 'dijkstrajs' {
  type Graph = Record<string, Record<string, number>>;
  /** Nodes of the cheapest path; throws where there is none. */
  export function find_path(graph: Graph, start: string, end: string): string[];
  const dijkstra: { find_path: typeof find_path };
  export default dijkstra;
}
