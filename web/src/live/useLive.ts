import { useEffect, useRef, useState } from 'react';
import { type Answer, LiveReading, type Question } from './live';

/**
 * What the core makes of a question as it is now. `settled` is false from the moment the question changes until its own answer is
 * heard: whatever is kept or judged before that would be kept of the question before. `read` makes of an answer what is held on to.
 * `lost` is true while nothing can be answered: no connection.
 */
export function useLive<T>(
  question: Question | null,
  nothing: T,
  read: (answer: Answer, of: Question | undefined, before: T) => T,
) {
  const [heard, setHeard] = useState({ seq: 0, held: nothing, problem: null as string | null });
  const [lost, setLost] = useState(false);
  const asked = useRef({ seq: 0, question: null as Question | null });
  const questions = useRef(new Map<number, Question>());
  const live = useRef<LiveReading | null>(null);
  const reader = useRef(read);
  reader.current = read;
  useEffect(() => {
    const reading = new LiveReading(
      (answer) => {
        const of = questions.current.get(answer.seq);
        for (const seq of questions.current.keys()) if (seq <= answer.seq) questions.current.delete(seq);
        setLost(false);
        setHeard((before) => ({
          seq: answer.seq,
          held: reader.current(answer, of, before.held),
          problem: answer.problem ?? null,
        }));
      },
      () => setLost(true),
    );
    live.current = reading;
    return () => reading.close();
  }, []);
  useEffect(() => {
    if (!live.current || !question) return;
    const seq = live.current.ask(question);
    asked.current = { seq, question };
    questions.current.set(seq, question);
  }, [question]);
  // The question is asked only after this is drawn, so its number alone does not tell that it has changed.
  const settled = !lost && heard.seq === asked.current.seq && asked.current.question === question;
  return { held: heard.held, problem: heard.problem, settled, lost };
}
