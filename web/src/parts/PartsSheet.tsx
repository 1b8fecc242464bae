import { type ReactNode, useState } from 'react';
import { OutcomeMark } from '@/features/check/OutcomeMark';
import { BracketMark } from '@/ui/BracketMark';
import { Button } from '@/ui/Button';
import { Choice } from '@/ui/Choice';
import { Field } from '@/ui/Field';
import type { Gauge, GaugeSize } from '@/ui/instruments/gauge';
import { PlumbLine } from '@/ui/instruments/PlumbLine';
import { Rail } from '@/ui/instruments/Rail';
import { SpiritLevel } from '@/ui/instruments/SpiritLevel';
import { Empty, Trouble, Waiting } from '@/ui/Notice';
import { ReadingLine } from '@/ui/ReadingLine';
import { ScoreRow } from '@/ui/ScoreRow';
import { Sentence } from '@/ui/Sentence';
import { SidePlate } from '@/ui/SidePlate';
import { StrideLine } from '@/ui/StrideLine';
import { verdictText, verdictWord } from '@/words/verdict';
import { knee, pelvis, reading, rungs, shin } from './samples';

/** Every part in every state, for the eye. Nothing here is anybody's reading. */
export function PartsSheet() {
  return (
    <main className="mx-auto grid max-w-[1216px] gap-10 px-8 py-8">
      <h1 className="say text-grand">The parts, in every state.</h1>
      <Instruments name="Plumb line" for="the shin" states={shin} draw={(g, s) => <PlumbLine gauge={g} size={s} />} />
      <Instruments name="Rail" for="the knee" states={knee} draw={(g, s, side) => <Rail gauge={g} size={s} side={side} />} />
      <Instruments
        name="Spirit level"
        for="the pelvis"
        states={pelvis}
        draw={(g, s, side) => <SpiritLevel gauge={g} size={s} side={side} />}
      />
      <Part name="Bracket mark">
        <div className="flex flex-wrap items-center gap-x-10 gap-y-4">
          {Object.entries(shin).map(([name, gauge]) => (
            <span key={name} className="flex items-center gap-3">
              <BracketMark gauge={gauge} />
              <BracketMark gauge={gauge} width={150} height={30} />
              <span className={`font-semibold ${verdictText[gauge.verdict]}`}>{verdictWord[gauge.verdict]}</span>
            </span>
          ))}
        </div>
      </Part>
      <Part name="Reading line">
        <div className="grid gap-4 lg:grid-cols-3">
          {Object.entries(shin)
            .slice(0, 3)
            .map(([name, gauge]) => (
              <div key={name} className="rounded-2xl bg-paper p-3.5">
                <ReadingLine reading={reading('left', gauge, name)} settled={name !== 'Too close to call'} />
              </div>
            ))}
        </div>
      </Part>
      <Part name="Stride line">
        <StrideLine rungs={rungs} left={{ rung: 3, say: 'wait here' }} right={{ rung: 2, say: 'hold' }} />
        <StrideLine rungs={rungs} left={{ rung: 1, say: 'progress' }} right={{ rung: 1, say: 'progress' }} />
      </Part>
      <Type />
      <Colours />
      <Controls />
      <Part name="What one change did">
        <div className="grid gap-3 lg:grid-cols-3">
          {(['helped', 'noDifference', 'worse'] as const).map((outcome) => (
            <OutcomeMark
              key={outcome}
              trial={{
                outcome,
                short: 'Gatepost',
                feels: [],
                because: 'Shin from 20° forward to 7° forward: 13°, more than the 5° that counts.',
              }}
            />
          ))}
        </div>
      </Part>
      <Part name="Nothing yet, on its way, gone wrong">
        <div className="grid items-start gap-4 lg:grid-cols-3">
          <Empty title="No look on record yet.">Task only, no cues.</Empty>
          <Waiting what="the client" />
          <Trouble error="The picture is damaged or cut short. Take it again, or choose another." />
        </div>
      </Part>
    </main>
  );
}

function Part({ name, children }: { name: string; children: ReactNode }) {
  return (
    <section>
      <h2 className="mb-3 border-b border-hair pb-1.5 font-semibold text-soft">{name}</h2>
      {children}
    </section>
  );
}

const SIZES: GaugeSize[] = ['bench', 'panel', 'row'];

function Instruments({
  name,
  for: what,
  states,
  draw,
}: {
  name: string;
  for: string;
  states: Record<string, Gauge>;
  draw: (gauge: Gauge, size: GaugeSize, side: 'left' | 'right') => ReactNode;
}) {
  const [first] = Object.values(states);
  return (
    <Part name={`${name}: ${what}`}>
      <div className="flex flex-wrap items-end gap-x-6 gap-y-5">
        {first && (
          <div className="flex items-end gap-2">
            <SidePlate side="left" size="s" />
            {draw(first, 'bench', 'left')}
          </div>
        )}
        {Object.entries(states).map(([state, gauge]) => (
          <div key={state}>
            {SIZES.slice(1).map((size) => (
              <div key={size} className="mb-2 flex items-end gap-2">
                <SidePlate side="left" size="s" />
                {draw(gauge, size, 'left')}
                <SidePlate side="right" size="s" />
                {draw(gauge, size, 'right')}
              </div>
            ))}
            <p className={`text-copy font-semibold ${verdictText[gauge.verdict]}`}>{state}</p>
          </div>
        ))}
      </div>
    </Part>
  );
}

function Type() {
  return (
    <Part name="Type: Bricolage Grotesque narrowed for sentences and numerals, Archivo for the rest">
      <div className="grid gap-2">
        <p className="say text-grand">
          <Sentence
            parts={[
              { text: 'Right shin runs ', tone: 'plain' },
              { text: '19° further forward', tone: 'off' },
              { text: ' than the left.', tone: 'plain' },
            ]}
          />
        </p>
        <p className="say text-big">Bring the right shin back first. 31</p>
        <p className="say text-shout">“The shin is a gatepost.” 25</p>
        <p className="say text-head">What was decided, and why 21</p>
        <p className="flex items-baseline gap-6">
          <span className="figure text-grand">24°</span>
          <span className="figure text-large">0.6 cm</span>
          <span className="figure text-title">09:15</span>
          <span>Archivo 15, body: the sides are 19° apart; more than 5° is a real difference.</span>
        </p>
        <p className="text-small text-soft">Archivo 13.5, second voice: usual for this exercise</p>
      </div>
    </Part>
  );
}

const TOKENS = [
  ['ground', 'ground-deep', 'paper', 'hair', 'edge'],
  ['ink', 'ink-soft', 'spine', 'spine-soft', 'trail'],
  ['act', 'brass', 'brass-text', 'steel', 'timber'],
  ['pine', 'brick', 'slate', 'pine-wash', 'brick-wash', 'slate-wash'],
];

function Colours() {
  return (
    <Part name="Surface, ink, the one accent, tones">
      <div className="grid gap-2">
        {TOKENS.map((row) => (
          <div key={row.join()} className="flex flex-wrap gap-4">
            {row.map((token) => (
              <span key={token} className="flex items-center gap-2 text-small">
                <span className="size-9 rounded-lg border border-hair" style={{ background: `var(--${token})` }} />
                {token}
              </span>
            ))}
          </div>
        ))}
      </div>
    </Part>
  );
}

function Controls() {
  const [school, setSchool] = useState<'a' | 'b' | 'c'>('a');
  const [score, setScore] = useState<number | null>(3);
  return (
    <Part name="Controls">
      <div className="grid items-start gap-x-10 gap-y-5 lg:grid-cols-2">
        <div className="flex flex-wrap items-center gap-3">
          <Button kind="act" hint="R">
            Look again
          </Button>
          <Button>History</Button>
          <Button kind="quiet">Undo</Button>
          <Button kind="stop">Red flag…</Button>
          <Button kind="act" disabled>
            Done looking
          </Button>
        </div>
        <Choice
          label="Style"
          value={school}
          options={[
            { value: 'a', text: 'Vertical shin' },
            { value: 'b', text: 'Knee forward' },
            { value: 'c', text: 'Inclined' },
          ]}
          onPick={setSchool}
        />
        <ScoreRow label="Does anything hurt?" value={score} onPick={setScore} />
        <Field label="What they come for" hint="In their own words, if you have them" placeholder="Back to hill walking" />
      </div>
    </Part>
  );
}
