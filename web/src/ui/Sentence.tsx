import type { Schema } from '@/api/client';
import { toneText } from '@/words/verdict';

/** A number with its unit is never broken over two lines; a few words are not where there is room; a whole clause may be. */
const SHORT = 12,
  CLAUSE = 32;

/** A sentence from the core, its number set off in the tone of what it says. */
export function Sentence({ parts }: { parts: Schema['PartView'][] }) {
  return (
    <>
      {parts.map((part, i) => (
        <span
          key={i}
          className={
            part.tone === 'plain'
              ? ''
              : `${part.text.length > CLAUSE ? '' : part.text.length > SHORT ? 'sm:whitespace-nowrap' : 'whitespace-nowrap'} ${toneText[part.tone]}`
          }
        >
          {part.text}
        </span>
      ))}
    </>
  );
}
