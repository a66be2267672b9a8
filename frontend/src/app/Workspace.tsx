import { Outlet, useOutletContext, useParams } from 'react-router';
import { asProblem, type Unit } from '../api/client';
import { useUnit } from '../api/queries';
import { statusText } from '../record/status';
import { Failed, Loading } from './states';
import { useNews } from './useNews';

/** A unit's workspace: its name, code and status stay in sight over every stage. */
export function Workspace() {
  const { unitId = '' } = useParams();
  const { data, error, refetch } = useUnit(unitId);
  useNews();
  if (data === undefined) {
    return error === null ? (
      <Loading what="the unit" />
    ) : (
      <Failed problem={asProblem(error)} onRetry={() => void refetch()} />
    );
  }
  const { maker, model, modelCode } = data.record.unit;
  return (
    <>
      <header className="screen-head">
        <h1>
          {maker} {model}
        </h1>
        <span className="code">{modelCode}</span>
        <span className="status">{statusText(data)}</span>
        {data.signed === 'changedSince' && <span className="status">changed since signed</span>}
      </header>
      {data.variants.length > 0 && (
        <p className="second">
          This teardown also serves {data.variants.map((variant) => variant.modelCode).join(', ')}.
        </p>
      )}
      <Outlet context={data} key={unitId} />
    </>
  );
}

/** The unit that the workspace shows. */
export function useWorkpiece(): Unit {
  return useOutletContext<Unit>();
}
