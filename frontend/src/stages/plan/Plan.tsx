import { useQuery } from '@tanstack/react-query';
import { Checkbox, Select } from 'antd';
import { type ReactNode, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { api, asProblem, type Schemas, take, type Unit } from '../../api/client';
import { useServices } from '../../api/queries';
import { Anew, Empty, Failed, Loading } from '../../app/states';
import { planViews } from '../../app/views';
import { useWorkpiece } from '../../app/Workspace';
import { Tray } from '../../charts/Tray';
import { minutes } from '../../format';
import { Numeric } from '../../record/fields';
import { nameOf } from '../../record/names';
import { CostCard } from './CostCard';
import { asked, countAtEnd, services, sheetOf } from './plan';
import { SymptomView } from './SymptomView';
import { UpgradeView } from './UpgradeView';
import { YearsView } from './YearsView';
import './plan.css';

type PlanView = Schemas['PlanView'];

/** What to do with a machine: bring parts out, make more of it, or find what a symptom comes from. */
export function Plan() {
  const unit = useWorkpiece();
  const [search] = useSearchParams();
  const view = planViews.find((one) => one.id === search.get('view'))?.id ?? 'repair';
  return (
    <>
      <nav className="views" aria-label="Views of the plan">
        {planViews.map((one) => (
          <Link
            key={one.id}
            to={one.id === 'repair' ? '?' : `?view=${one.id}`}
            replace
            aria-current={one.id === view ? 'page' : undefined}
          >
            {one.name}
          </Link>
        ))}
      </nav>
      {view === 'repair' && <RepairView unit={unit} />}
      {view === 'upgrade' && <UpgradeView unit={unit} />}
      {view === 'symptom' && <SymptomView unit={unit} />}
      {view === 'years' && <YearsView unit={unit} />}
    </>
  );
}

/** What people come for, one press each, with what it takes or why it cannot be done. */
function LikelyJobs({ unit }: { unit: Unit }) {
  const jobs = useQuery({
    queryKey: ['jobs', unit.id, unit.revision, unit.teardownRevision],
    queryFn: ({ signal }) =>
      take(api.GET('/api/units/{unitId}/plan/jobs', { params: { path: { unitId: unit.id } }, signal })),
  });
  if (jobs.data === undefined)
    return jobs.error === null ? (
      <Loading what="what people come for" />
    ) : (
      <Failed problem={asProblem(jobs.error)} onRetry={() => void jobs.refetch()} />
    );
  return (
    <section className="card" aria-labelledby="likely-jobs">
      <h2 id="likely-jobs">What people come for</h2>
      <ul className="plan-jobs">
        {jobs.data.map((job) => (
          <li key={job.for.join(',')}>
            {job.effort === null ? (
              <>
                {job.title}: <span className="second">not as it is recorded. {sentence(job.why ?? '')}</span>
              </>
            ) : (
              <>
                <Link to={`?for=${job.for.map(encodeURIComponent).join(',')}`}>{job.title}</Link>
                <span className="second"> {minutes(job.effort)} there and back</span>
              </>
            )}
          </li>
        ))}
      </ul>
      <p className="note">
        Anything else is chosen above, and several at once: the plan is the least work for all of it in one opening.
      </p>
    </section>
  );
}

/** A repair plan: several parts in one opening, what to lay out and to buy, the way in and the way back. */
function RepairView({ unit }: { unit: Unit }) {
  const [search, setSearch] = useSearchParams();
  const parts = asked(search.get('for'));
  const bought = search.get('with');
  const query = { for: parts.join(','), ...(bought !== null && { with: bought }) };
  const plan = useQuery({
    queryKey: ['plan', unit.id, unit.revision, unit.teardownRevision, query],
    queryFn: ({ signal }) =>
      take(
        api.GET('/api/units/{unitId}/plan', {
          params: { path: { unitId: unit.id }, query },
          signal,
        }),
      ),
    enabled: parts.length > 0,
    placeholderData: (before) => before,
  });
  const served = useServices();
  const options = unit.record.parts
    .filter((part) => part.fitted !== false || parts.includes(part.id))
    .flatMap((part) => [
      { value: part.id, label: nameOf(unit, part.id) },
      ...(served.data?.find((one) => one.kind === part.kind)?.services ?? []).map((service) => ({
        value: `${part.id}:${service}`,
        label: `${nameOf(unit, part.id)}: ${services[service]}`,
      })),
    ]);
  return (
    <>
      <section className="card plan-choice" aria-label="What comes out">
        <label htmlFor="plan-parts">
          <b>What comes out</b>
        </label>
        <Select
          id="plan-parts"
          aria-label="Parts to bring out"
          mode="multiple"
          showSearch={{ optionFilterProp: 'label' }}
          maxCount={20}
          className="plan-parts"
          placeholder="Choose parts, or what to do to them: all in one opening"
          value={parts}
          options={options}
          onChange={(chosen: string[]) =>
            setSearch(chosen.length === 0 ? {} : { for: chosen.join(',') }, { replace: true })
          }
        />
        {parts.length > 0 && plan.data?.plan != null && (
          <span className="plan-sheets">
            <a href={sheetOf(unit.id, new URLSearchParams(query).toString(), 'html')} download>
              Job sheet
            </a>
            <a href={sheetOf(unit.id, new URLSearchParams(query).toString(), 'markdown')} download>
              As Markdown
            </a>
          </span>
        )}
        <Anew of={plan} />
      </section>
      {parts.length === 0 ? (
        options.length === 0 ? (
          <Empty>
            <p>No part is recorded yet: parts come from Bench and Parts.</p>
          </Empty>
        ) : (
          <LikelyJobs unit={unit} />
        )
      ) : plan.data === undefined ? (
        plan.error === null ? (
          <Loading what="the plan" />
        ) : (
          <Failed problem={asProblem(plan.error)} onRetry={() => void plan.refetch()} />
        )
      ) : plan.data.plan == null ? (
        <section className="card" aria-label="No plan">
          <h2>There is no plan for this</h2>
          <ul>
            {plan.data.troubles.map((trouble) => (
              <li key={`${trouble.part} ${trouble.message}`}>{sentence(trouble.message)}</li>
            ))}
          </ul>
        </section>
      ) : (
        <Planned
          key={parts.join(',')}
          unit={unit}
          plan={plan.data.plan}
          parts={parts}
          name={`${unit.id} ${parts.join(',')}`}
        />
      )}
    </>
  );
}

const sentence = (text: string) => `${text.slice(0, 1).toUpperCase()}${text.slice(1)}.`;

interface PlannedProps {
  unit: Unit;
  plan: PlanView;
  parts: readonly string[];
  name: string;
}

function Planned({ unit, plan, parts, name }: PlannedProps) {
  const chance = (of: number) => `${Math.round(100 * of)} %`;
  const { low, high } = plan.survival;
  const { words } = plan;
  return (
    <>
      <section className="card" aria-label="What it takes">
        <p className="plan-sum">
          <b>{minutes(plan.effort)}</b> there and back in {plan.steps === 1 ? 'one step' : `${plan.steps} steps`}
          {plan.parts.length > 1 && plan.saved > 0 && (
            <>
              ; one after the other {(plan.apart / 60).toFixed(1)} min, so that one opening saves{' '}
              {(plan.saved / 60).toFixed(1)} min
            </>
          )}
          {plan.above > 0 &&
            `; not every way was gone through, and the shortest takes at most ${(plan.above / 60).toFixed(1)} min less`}
          . {chance(low) === chance(high) ? chance(low) : `${chance(low)} to ${chance(high)}`} to come through without
          damage.
        </p>
        {words.before.map((before) => (
          <p key={before} className="note">
            {before}
          </p>
        ))}
        {words.stop !== null && (
          <p className="warning" role="alert">
            <b>{words.stop}</b>
          </p>
        )}
        <ul className="plan-cautions">
          {words.cautions.map((caution) => (
            <li key={caution.caution} className="warning">
              {caution.text}
            </li>
          ))}
        </ul>
      </section>
      <div className="two-columns">
        <Listed name="Lay out" lines={words.layOut} />
        <Listed
          name="Buy"
          lines={words.buy.length > 0 ? words.buy : ['Nothing: no part is swapped, and nothing is used up.']}
        />
      </div>
      <div className="plan-ways">
        <section className="card" aria-label="In">
          <h2>In</h2>
          <ol className="plan-steps">
            {words.in.map((step) => (
              <li key={step.stepId}>
                <b>{step.title}</b> <span className="second">{step.layer}</span>
                {step.cautions.map((caution) => (
                  <p key={caution.caution} className="warning">
                    {caution.text}
                  </p>
                ))}
                <Notes of={step.notes} />
                <ul>
                  {step.lines.map((line, i) => (
                    <li key={i}>{line}</li>
                  ))}
                </ul>
              </li>
            ))}
          </ol>
          {words.fit.length > 0 && <Listed name="Fit" lines={words.fit} />}
          {words.do.length > 0 && (
            <Listed name="Do" lines={words.do}>
              <p className="note">
                What is done there is in none of the minutes above: they are the way there and back.
              </p>
            </Listed>
          )}
        </section>
        <Back plan={plan} name={name} />
        <section className="card" aria-label="The tray">
          <h2>The tray</h2>
          {plan.wells.length === 0 ? (
            <p className="second">No screw comes loose.</p>
          ) : (
            <Tray wells={plan.wells} coming={[]} inHand={null} />
          )}
        </section>
      </div>
      <CostCard unit={unit} parts={parts} />
      <p className="note">
        Under the rubric in use, for {unit.record.unit.modelCode}. The maker’s safety sheet, local codes and licensed
        practice come first.
      </p>
    </>
  );
}

/** Lines of a list to tick off in one's head. */
function Listed({ name, lines, children }: { name: string; lines: readonly string[]; children?: ReactNode }) {
  return (
    <section className="card plan-list" aria-label={name}>
      <h2>{name}</h2>
      <ul>
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {children}
    </section>
  );
}

function Notes({ of }: { of: readonly string[] }) {
  return of.map((note) => (
    <p key={note} className="surprise-seen">
      {note}
    </p>
  ));
}

/** The way back, ticked off; what was ticked stands after a reload. */
function Back({ plan, name }: { plan: PlanView; name: string }) {
  const [kept, setKept] = useState<Kept>(() => read(name));
  const change = (next: Kept) => {
    setKept(next);
    localStorage.setItem(keyOf(name), JSON.stringify(next));
  };
  const steps = plan.words.back;
  const done = steps.filter((step) => kept.back.includes(step.stepId)).length;
  return (
    <section className="card" aria-label="Back">
      <h2>Back</h2>
      <ol className="plan-steps">
        {steps.flatMap((step, at) => [
          at === plan.words.countBefore && (
            <li key="count" className="second">
              {plan.words.count}.
            </li>
          ),
          <li key={step.stepId}>
            <Checkbox
              checked={kept.back.includes(step.stepId)}
              onChange={(event) =>
                change({
                  ...kept,
                  back: event.target.checked
                    ? [...kept.back, step.stepId]
                    : kept.back.filter((id) => id !== step.stepId),
                })
              }
            >
              <b>{step.title}</b>
            </Checkbox>
            <Notes of={step.notes} />
            <ul>
              {step.lines.map((line, i) => (
                <li key={i}>{line}</li>
              ))}
            </ul>
          </li>,
        ])}
        {steps.length === plan.words.countBefore && <li className="second">{plan.words.count}.</li>}
      </ol>
      <p>
        Screws left in the tray{' '}
        <Numeric name="Screws left in the tray" value={kept.left} onChange={(left) => change({ ...kept, left })} />
      </p>
      <p>
        Screws that are missing{' '}
        <Numeric
          name="Screws that are missing"
          placeholder="none"
          value={kept.missing}
          onChange={(missing) => change({ ...kept, missing })}
        />
      </p>
      <p role="status" className={(kept.left ?? 0) > 0 || (kept.missing ?? 0) > 0 ? 'warning' : ''}>
        {countAtEnd(kept.left, kept.missing, done, steps.length)}
      </p>
      <p className="note">
        The first start may take longer than usual and may ask for the clock; a fan that runs up once is no fault. What
        smells, swells or gets hot: off at once.
      </p>
    </section>
  );
}

interface Kept {
  /** Ids of the steps that are back. */
  back: string[];
  /** Screws counted in the tray; null: not counted. */
  left: number | null;
  /** Screws that are neither in a hole nor in the tray; null: none that is known. */
  missing: number | null;
}

const keyOf = (name: string) => `wide-lever plan ${name}`;

function read(name: string): Kept {
  const kept = localStorage.getItem(keyOf(name));
  if (kept === null) return { back: [], left: null, missing: null };
  try {
    const { back, left, missing } = JSON.parse(kept) as Partial<Kept>;
    return {
      back: Array.isArray(back) ? back.filter((id) => typeof id === 'string') : [],
      left: typeof left === 'number' ? left : null,
      missing: typeof missing === 'number' ? missing : null,
    };
  } catch (error) {
    // What another program left there is no tick of ours.
    if (error instanceof SyntaxError) return { back: [], left: null, missing: null };
    throw error;
  }
}
