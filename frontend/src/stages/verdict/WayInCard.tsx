import { useState } from 'react';
import { Link } from 'react-router';
import type { Schemas, Verdict } from '../../api/client';
import { ChartCard } from '../../charts/ChartCard';
import { WayIn } from '../../charts/WayIn';
import { Empty } from '../../app/states';
import { minutes } from '../../format';
import { label } from '../../words';
import { partOf, stepsOf, wayInParts } from '../../record/wayInParts';
import { useWorkpiece } from '../../app/Workspace';
import { headOf } from '../../record/names';

type PartView = Schemas['PartView'];
type WayView = Schemas['WayView'];
type RouteStep = Schemas['RouteStep'];

/** The way in of a machine; a part opens its route, and what another way would cost. */
export function WayInCard({ verdict, effort, powerFirst }: { verdict: Verdict; effort: string; powerFirst: string }) {
  const { parts, unknown } = wayInParts(verdict);
  const [selected, setSelected] = useState<string | null>(null);
  const all = verdict.kinds.flatMap((kind) => kind.parts);
  const chosen = selected === null ? undefined : all.find((part) => part.id === partOf(selected));
  return (
    <ChartCard
      title="Way in"
      note={`minutes there and back, ${label(effort)}, ${powerFirst === 'always' ? 'battery off first' : 'battery off where it is in the way'}`}
      file={`${verdict.modelCode}-way-in`}
      chart={
        parts.length === 0 ? (
          <Empty>
            <p>No step frees a part yet: the ways in come from the steps on Bench.</p>
          </Empty>
        ) : (
          <WayIn
            parts={parts}
            layers={verdict.layers.map((layer) => ({ name: layer.name, under: layer.under ?? null }))}
            selected={selected}
            onSelect={(id) => setSelected(id === selected ? null : id)}
          />
        )
      }
      table={<WayInTable verdict={verdict} />}
    >
      {unknown.length > 0 && <p className="note">No way is known yet to: {unknown.join('; ')}.</p>}
      {chosen === undefined ? (
        parts.length > 0 && <p className="note">Choose a part to see its way step by step.</p>
      ) : (
        <Ways key={chosen.id} unitId={verdict.id} steps={verdict.routeSteps} part={chosen} powerFirst={powerFirst} />
      )}
    </ChartCard>
  );
}

function Ways({
  unitId,
  steps,
  part,
  powerFirst,
}: {
  unitId: string;
  steps: readonly RouteStep[];
  part: PartView;
  powerFirst: string;
}) {
  if (part.route === null) return null;
  const more = (way: WayView) => {
    const seconds = way.effort.value - (part.route?.effort.value ?? 0);
    return `${Math.abs(seconds / 60).toFixed(1)} min ${seconds < 0 ? 'less' : 'more'}`;
  };
  return (
    <div className="ways" role="region" aria-label={`Way to ${part.id}`}>
      <WaySteps
        name={`Way to ${part.id}`}
        note={minutes(part.route.effort)}
        unitId={unitId}
        steps={stepsOf(part.route, steps)}
      />
      {part.secondBest != null && (
        <WaySteps
          name="Second-best way"
          note={`${minutes(part.secondBest.effort)}, ${more(part.secondBest)}`}
          unitId={unitId}
          steps={stepsOf(part.secondBest, steps)}
        />
      )}
      {part.secondBest == null && <p className="note">There is no other way to it.</p>}
      {part.otherPower != null && (
        <WaySteps
          name={powerFirst === 'always' ? 'Without charging for the battery' : 'With the battery off first'}
          note={`${minutes(part.otherPower.effort)}, ${more(part.otherPower)}`}
          unitId={unitId}
          steps={stepsOf(part.otherPower, steps)}
        />
      )}
      <p className="note">
        Whatever is charged: shut down, unplug and disconnect the battery before anything else inside. The maker&apos;s
        safety sheet, local codes and licensed practice come first.
      </p>
    </div>
  );
}

function WaySteps({
  name,
  note,
  unitId,
  steps,
}: {
  name: string;
  note: string;
  unitId: string;
  steps: readonly RouteStep[];
}) {
  const isObserved = steps.some((step) => step.observedSeconds != null);
  return (
    <table className="plain way-steps">
      <caption>
        <b>{name}</b>: {note}
      </caption>
      <thead>
        <tr>
          <th scope="col">step</th>
          <th scope="col">layer</th>
          <th scope="col">tools</th>
          <th scope="col" className="numeric">
            there and back
          </th>
          {isObserved && (
            <th scope="col" className="numeric">
              out: standard, stopwatch
            </th>
          )}
          <th scope="col" className="numeric">
            risk
          </th>
        </tr>
      </thead>
      <tbody>
        {steps.map((step) => (
          <tr key={step.id}>
            <th scope="row">
              <Link to={`/units/${unitId}/bench#${encodeURIComponent(step.id)}`}>{step.title}</Link>
              <span className="second way-actions">{step.actions}</span>
              {step.surprises.map((surprise, i) => (
                <span key={i} className="surprise-seen">
                  {label(surprise.kind)}: {surprise.text}
                  {surprise.seconds != null && `, ${surprise.seconds} s`}
                </span>
              ))}
            </th>
            <td>{step.layer}</td>
            <td>{step.tools.length === 0 ? 'hand' : step.tools.map(label).join(', ')}</td>
            <td className="numeric">{minutes(step.effort)}</td>
            {isObserved && (
              <td className="numeric">
                {step.standardOut.toFixed(0)} s
                {step.observedSeconds == null ? '' : `, ${step.observedSeconds.toFixed(0)} s`}
              </td>
            )}
            <td className="numeric">{risk(step.risk)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function risk(chance: number): string {
  return chance < 0.0005 ? 'next to none' : `${(chance * 100).toFixed(1)} %`;
}

/** The chart's twin in words and figures. */
function WayInTable({ verdict }: { verdict: Verdict }) {
  const unit = useWorkpiece();
  const rows = verdict.kinds
    .flatMap((kind) => kind.parts.map((part) => ({ kind, part })))
    .filter(({ kind }) => !kind.absent && (kind.repair != null || kind.upgrade != null))
    .sort((a, b) => (a.part.route?.effort.value ?? Infinity) - (b.part.route?.effort.value ?? Infinity));
  return (
    <table className="plain">
      <thead>
        <tr>
          <th scope="col">part</th>
          <th scope="col">counts in</th>
          <th scope="col">mounting</th>
          <th scope="col">comes out with</th>
          <th scope="col">layer</th>
          <th scope="col" className="numeric">
            there and back
          </th>
          <th scope="col" className="numeric">
            second-best way
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ kind, part }) => (
          <tr key={part.id}>
            <th scope="row">{headOf(unit, part.id)}</th>
            <td>
              {[kind.repair != null && part.fitted ? 'repair' : '', kind.upgrade != null ? 'upgrade' : '']
                .filter((side) => side !== '')
                .join(', ')}
            </td>
            <td>{part.mounting == null ? 'unknown' : label(part.mounting)}</td>
            <td>{part.serviceUnit == null ? 'unknown' : part.serviceUnit === part.id ? 'itself' : part.serviceUnit}</td>
            <td>{part.layer ?? 'unknown'}</td>
            <td className="numeric">{part.route == null ? 'unknown' : minutes(part.route.effort)}</td>
            <td className="numeric">{part.secondBest == null ? 'none' : minutes(part.secondBest.effort)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
