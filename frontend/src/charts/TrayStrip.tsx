import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { api, asProblem, take } from '../api/client';
import { Failed, Loading } from '../app/states';

/** The sorting tray of a unit as one strip, drawn by the server as it draws it on a job sheet. Its twin in words is the table. */
export function TrayStrip({ unitId }: { unitId: string }) {
  const strip = useQuery({
    queryKey: ['tray', unitId],
    queryFn: ({ signal }) =>
      take(api.GET('/api/units/{unitId}/tray', { params: { path: { unitId } }, signal, parseAs: 'text' })),
  });
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (strip.data === undefined || strip.data === '') return;
    // As a document of its own kind: texts stay texts.
    const drawing = new DOMParser().parseFromString(strip.data, 'image/svg+xml').documentElement;
    place.current?.replaceChildren(document.importNode(drawing, true));
  }, [strip.data]);
  if (strip.data === undefined)
    return strip.error === null ? (
      <Loading what="the tray" />
    ) : (
      <Failed problem={asProblem(strip.error)} onRetry={() => void strip.refetch()} />
    );
  return <div className="drawn" ref={place} />;
}
