import type { OneLine } from '@ivolt/core';
import { startTransition, useEffect, useRef, useState } from 'react';
import { graphOf } from '../../charts/oneLine/layout';
import { drawingOf, type Drawing } from '../../charts/oneLine/marks';
import { awaited } from '../../job/settled';

/** A graph laid out in its worker, anew when it changes; the newest wins. Null until the first is there. */
export function useLaidOut(graph: OneLine | null): { drawing: Drawing | null; failed: boolean } {
  const [drawing, setDrawing] = useState<Drawing | null>(null);
  const [failed, setFailed] = useState(false);
  const arrived = useRef<() => void>(undefined);
  useEffect(() => {
    arrived.current = awaited();
    return () => arrived.current?.();
  }, []);
  useEffect(() => {
    if (!graph) return undefined;
    let closed = false;
    const draw = async () => {
      try {
        // the layout program is large: it comes when a drawing is asked for
        const { laidOut } = await import('../../charts/oneLine/elk');
        const laid = await laidOut(graphOf(graph));
        if (closed) return;
        startTransition(() => {
          setDrawing(drawingOf(graph, laid));
          setFailed(false);
        });
      } catch {
        if (!closed) setFailed(true);
        arrived.current?.();
      }
    };
    void draw();
    return () => {
      closed = true;
    };
  }, [graph]);
  // there when it is drawn
  useEffect(() => {
    if (drawing) arrived.current?.();
  }, [drawing]);
  return { drawing, failed };
}
