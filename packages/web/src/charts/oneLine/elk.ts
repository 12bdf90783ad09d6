import ELK, { type ElkNode } from 'elkjs/lib/elk-api';
import workerUrl from 'elkjs/lib/elk-worker.min.js?url';

let elk: InstanceType<typeof ELK> | null = null;

/** Lays a graph out in a worker of its own, which is loaded when it is first asked. */
export function laidOut(graph: ElkNode): Promise<ElkNode> {
  elk ??= new ELK({ workerUrl });
  return elk.layout(graph);
}
