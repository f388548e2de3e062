declare module 'edmonds-blossom-fixed' {
  /**
   * Maximum weight matching of a general graph.
   * @param edges node, node, weight
   * @param maxCardinality match as many nodes as can be, whatever their weight
   * @returns for each node the node it is matched with, or -1
   */
  export default function blossom(
    edges: readonly (readonly [number, number, number])[],
    maxCardinality?: boolean,
  ): number[];
}
