import { type RefCallback, useLayoutEffect, useState } from 'react';

/** What a drawing is laid out for until it is measured: the width of the last one. */
let usual = 1040;

/**
 * The width that a drawing has, in CSS px, so that it is laid out for it and its text keeps its size, on a small window and at a large zoom alike.
 * @param least Narrower than this it is not laid out.
 */
export function useWidth(least: number): [RefCallback<SVGSVGElement>, number] {
  const [drawing, setDrawing] = useState<SVGSVGElement | null>(null);
  const [width, setWidth] = useState(usual);
  useLayoutEffect(() => {
    if (drawing === null) return;
    const measure = () => {
      const measured = Math.round(drawing.getBoundingClientRect().width);
      if (measured > 0) setWidth((usual = Math.max(least, measured)));
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(drawing);
    return () => observer.disconnect();
  }, [drawing, least]);
  return [setDrawing, width];
}
