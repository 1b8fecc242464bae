import { Link } from '@tanstack/react-router';
import { type ReactNode, useState } from 'react';
import type { Schema } from '@/api/client';
import { SettingsList } from '@/features/studio/SettingsList';
import { StyleLines } from '@/ui/StyleLines';
import { levelWord } from '@/words/decisions';
import { type Book, type Key, type Kind, keyOf } from './book';
import { CueLine, NewCue } from './CueLine';
import { Edits } from './Edits';
import { StudioBand } from './StudioBand';

type All = { library: Schema['LibraryView']; studio: Schema['StudioView']; book: Book };

/** One thing of the library, with links to what it belongs with. */
export function Entry({ at, arrive, ...all }: All & { at: Key; arrive: boolean }) {
  const [kind, id] = [at.slice(0, at.indexOf(':')) as Kind, at.slice(at.indexOf(':') + 1)];
  const page = {
    fault: () => all.library.faults.find((f) => f.id === id),
    measure: () => all.library.measures.find((m) => m.id === id),
    exercise: () => all.studio.exercises.find((e) => e.id === id),
    school: () => all.studio.schools.find((s) => s.code === id),
    rule: () => all.library.rules.find((r) => r.id === id),
    ladder: () => all.library.ladders.find((l) => l.id === id),
  }[kind]();
  if (!page) return <p className="text-soft">This is not in the library any more. Choose something on the left.</p>;
  return (
    <article
      className="grid content-start gap-5 rounded-2xl bg-paper p-5 sm:p-7"
      data-entry={at}
      {...(arrive && { 'data-arrive': '' })}
    >
      {kind === 'fault' && <FaultPage fault={page as Schema['LibraryFaultView']} {...all} />}
      {kind === 'measure' && <MeasurePage measure={page as Schema['LibraryMeasureView']} {...all} />}
      {kind === 'exercise' && <ExercisePage exercise={page as Schema['ExerciseView']} {...all} />}
      {kind === 'school' && <SchoolPage school={page as Schema['SchoolView']} />}
      {kind === 'rule' && <RulePage rule={page as Schema['LibraryRuleView']} />}
      {kind === 'ladder' && <LadderPage ladder={page as Schema['LibraryLadderView']} {...all} />}
    </article>
  );
}

function To({ at, book }: { at: Key; book: Book }) {
  const entry = book.find((e) => e.key === at);
  return entry ? (
    <Link
      to="/library"
      search={(s) => ({ ...s, open: at })}
      className="inline-flex min-h-11 items-center rounded-[10px] border border-hair px-3 text-copy font-semibold hover:border-ink"
    >
      {entry.name}
    </Link>
  ) : null;
}

function Head({ over, title, children }: { over: string; title: string; children?: ReactNode }) {
  return (
    <header>
      <p className="text-small text-soft">{over}</p>
      <h2 className="say mt-0.5 text-shout sm:text-large">{title}</h2>
      {children && <div className="mt-1.5 text-body text-soft">{children}</div>}
    </header>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section>
      <h3 className="mb-1.5 font-semibold">{title}</h3>
      {children}
    </section>
  );
}

const Links = ({ keys, book }: { keys: Key[]; book: Book }) => (
  <div className="flex flex-wrap gap-1.5">
    {keys.map((key) => (
      <To key={key} at={key} book={book} />
    ))}
  </div>
);

const LEVELS: Schema['CorrectionLevel'][] = ['say', 'touchOrBlock', 'setUp', 'stepDown'];

const hurts: Record<Schema['FaultHurt'], string> = {
  no: 'A fault that only wastes the exercise',
  whenSore: 'A fault that can hurt where it is sore already',
  whenLoaded: 'A fault that can hurt with a load',
  yes: 'A fault that can hurt',
};

function FaultPage({ fault, library, book }: { fault: Schema['LibraryFaultView'] } & All) {
  return (
    <>
      <Head over={hurts[fault.hurts]} title={fault.name}>
        {fault.fired > 0
          ? `Named first in ${fault.fired} ${fault.fired === 1 ? 'check' : 'checks'} here.`
          : 'Not named first in any check here yet.'}{' '}
        {fault.disagreement}
      </Head>
      <Part title="Which cause is it? Tests in their order">
        <ol className="grid gap-1.5">
          {fault.causes.map((cause, i) => (
            <li key={cause.id} className="grid grid-cols-[auto_1fr] gap-x-3 border-t border-hair pt-1.5">
              <span className="figure text-head text-brass-text">{i + 1}</span>
              <span>
                {cause.test} <span className="text-soft">Then {cause.name}.</span>
              </span>
            </li>
          ))}
        </ol>
      </Part>
      {LEVELS.map((level) => {
        const cues = fault.cues.filter((c) => c.level === level);
        const gaps = fault.gaps.filter((g) => g.level === level);
        return cues.length > 0 || gaps.length > 0 || level === 'say' ? (
          <Part key={level} title={levelWord[level]}>
            <ul className="grid gap-2.5">
              {cues.map((cue) => (
                <CueLine key={cue.id} cue={cue} version={library.studioVersion} />
              ))}
            </ul>
            {gaps.map((gap) => (
              <p key={gap.why} className="text-body text-soft">
                {gap.why}
              </p>
            ))}
            {level === 'say' && <NewCue faultId={fault.id} version={library.studioVersion} />}
          </Part>
        ) : null;
      })}
      <Edits
        kind="cue"
        subjects={fault.cues.map((c) => c.id)}
        names={Object.fromEntries(fault.cues.map((c) => [c.id, c.short]))}
      />
      {fault.measures.length > 0 && (
        <Part title="Shown by">
          <Links keys={fault.measures.map((m) => keyOf('measure', m))} book={book} />
        </Part>
      )}
    </>
  );
}

const unit: Record<Exclude<Schema['MeasureUnit'], 'centimetres'>, string> = {
  degrees: 'degrees',
  percent: 'percent',
  seconds: 'seconds',
  tick: 'seen, yes or no',
};
const inWords = (of: Schema['MeasureUnit'], tape: Schema['Tape']) =>
  of === 'centimetres' ? (tape === 'inches' ? 'inches' : 'centimetres') : unit[of];

function MeasurePage({ measure, library, studio, book }: { measure: Schema['LibraryMeasureView'] } & All) {
  const name = (id: string) => studio.exercises.find((e) => e.id === id)?.name ?? id;
  return (
    <>
      <Head
        over={`In ${inWords(measure.unit, studio.tape)}${measure.views.length > 0 ? `, from ${measure.views.join(' or ')}` : ''}`}
        title={measure.name}
      >
        {measure.sign && `Plus means ${measure.sign}. `}
        {measure.read
          ? 'Read from pictures with its measuring error, or seen.'
          : 'Pictures do not give it: it is seen, asked, timed or weighed.'}
      </Head>
      {measure.selfCheck && (
        <Part title="The client can feel it">
          <p>{measure.selfCheck}</p>
        </Part>
      )}
      <Part title="What is accepted, by exercise">
        <ul>
          {measure.uses.map((use) => (
            <li
              key={use.exerciseId}
              className="flex flex-wrap items-baseline justify-between gap-x-4 border-t border-hair py-1.5 text-body"
            >
              <Link
                to="/library"
                search={(s) => ({ ...s, open: keyOf('exercise', use.exerciseId) })}
                className="underline decoration-hair underline-offset-4"
              >
                {name(use.exerciseId)}
              </Link>
              <span className="text-soft">
                {use.band || (measure.unit === 'tick' ? 'looked at' : 'by the style, or noted')}
                {use.mustPass && ', key check'}
              </span>
            </li>
          ))}
        </ul>
        <p className="mt-2 text-small text-soft">
          For one client or one style a band is changed in a check, behind its number. Checks already kept stay as they were
          judged.
        </p>
        {measure.unit !== 'tick' && (
          <StudioBand
            unit={measure.unit}
            measureId={measure.id}
            exercises={measure.uses.map((u) => ({ id: u.exerciseId, name: name(u.exerciseId) }))}
            version={library.studioVersion}
          />
        )}
      </Part>
      <Edits kind="band" subjects={[measure.id]} />
      {measure.faults.length > 0 && (
        <Part title="When it is outside">
          <Links keys={measure.faults.map((f) => keyOf('fault', f))} book={book} />
        </Part>
      )}
    </>
  );
}

/** So many of what goes wrong are shown at first. */
const FIRST_WRONG = 6;

function ExercisePage({ exercise, library, book }: { exercise: Schema['ExerciseView'] } & All) {
  const [more, setMore] = useState(false);
  const whole = library.exercises.find((e) => e.id === exercise.id);
  const must = library.measures.filter((m) => m.uses.some((u) => u.exerciseId === exercise.id && u.mustPass));
  const ladders = library.ladders.filter((l) => l.rungs.some((r) => r.exerciseId === exercise.id));
  return (
    <>
      <Head over={`An exercise; to a client: ${exercise.plain}`} title={exercise.name}>
        “{exercise.task}”
      </Head>
      <Part title="Set up">
        <p>{exercise.setUp}</p>
        {whole && (
          <ol className="mt-2 grid gap-1" data-steps>
            {whole.steps.map((s, i) => (
              <li key={s.name} className="grid grid-cols-[1.6rem_1fr] gap-x-1.5">
                <span className="figure text-soft">{i + 1}</span>
                <span>
                  <b className="font-semibold">{s.name}.</b> {s.say}
                </span>
              </li>
            ))}
          </ol>
        )}
      </Part>
      {exercise.style.length > 0 && (
        <Part title="The way it is done here">
          <StyleLines lines={exercise.style} />
        </Part>
      )}
      <Part title="Look for">
        <ul className="list-disc pl-5">
          {exercise.lookFor.map((l) => (
            <li key={l}>{l}</li>
          ))}
        </ul>
      </Part>
      <Part title="Which muscle is this for?">
        <p>{whole?.whichMuscle ?? exercise.felt.join(', ')}</p>
      </Part>
      {whole && (
        <Part title="What a clip gives">
          <ul className="grid gap-1">
            {whole.clip.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </Part>
      )}
      {whole && whole.wrong.length > 0 && (
        <Part title="What goes wrong, and the first thing to say">
          <ul className="grid gap-2" data-wrong>
            {whole.wrong.slice(0, more ? undefined : FIRST_WRONG).map((w) => (
              <li key={w.faultId}>
                <Links keys={[keyOf('fault', w.faultId)]} book={book} />
                <span className="text-soft">“{w.say}”</span>
              </li>
            ))}
          </ul>
          {whole.wrong.length > FIRST_WRONG && (
            <button
              type="button"
              onClick={() => setMore(!more)}
              className="min-h-11 min-w-11 text-left underline decoration-hair underline-offset-4 hover:text-ink"
            >
              {more ? 'Only what blocks progress first' : `All ${whole.wrong.length}`}
            </button>
          )}
        </Part>
      )}
      {exercise.cautions.map((c) => (
        <p key={c} className="border-l-4 border-brick pl-3">
          {c}
        </p>
      ))}
      <Part title="Key checks">
        <Links keys={must.map((m) => keyOf('measure', m.id))} book={book} />
      </Part>
      {ladders.length > 0 && (
        <Part title="On the ladder">
          <Links keys={ladders.map((l) => keyOf('ladder', l.id))} book={book} />
        </Part>
      )}
    </>
  );
}

const SchoolPage = ({ school }: { school: Schema['SchoolView'] }) => (
  <Head over="A style; none is the right one" title={school.name}>
    <p>{school.belief}</p>
    <p className="mt-2">Suits: {school.suits}</p>
  </Head>
);

const RulePage = ({ rule }: { rule: Schema['LibraryRuleView'] }) => (
  <>
    <Head
      over={rule.fired > 0 ? `A rule that decided ${rule.fired} times here` : 'A rule that has not decided here yet'}
      title={rule.name}
    >
      <p>{rule.reason}</p>
      <p className="mt-2">
        Rules are asked in the order in which they stand on the left; the first that applies decides, and says which facts it
        used.
      </p>
    </Head>
    {rule.settings.length > 0 && (
      <Part title="What can be set about it">
        <SettingsList only={rule.settings} />
        <Edits kind="setting" subjects={rule.settings} />
      </Part>
    )}
  </>
);

function LadderPage({ ladder, book }: { ladder: Schema['LibraryLadderView'] } & All) {
  return (
    <>
      <Head over="A ladder" title={ladder.name} />
      <ol className="grid gap-3">
        {ladder.rungs.map((rung) => (
          <li key={rung.id} className="grid gap-1 border-t border-hair pt-2.5">
            <p className="flex flex-wrap items-baseline justify-between gap-x-4">
              <span className="say text-head">{rung.name}</span>
              <span className="text-copy text-soft">{rung.dose}</span>
            </p>
            <p className="text-body">{rung.reason}</p>
            <p className="text-copy text-soft">To begin: {rung.entry}</p>
            <Links keys={[keyOf('exercise', rung.exerciseId)]} book={book} />
          </li>
        ))}
      </ol>
    </>
  );
}
