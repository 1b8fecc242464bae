import type { Schema } from '@/api/client';
import { toneText } from '@/words/verdict';

/** A sentence from the core, its number set off in the tone of what it says. */
export function Sentence({ parts }: { parts: Schema['PartView'][] }) {
  return (
    <>
      {parts.map((part, i) => (
        <span key={i} className={part.tone === 'plain' ? '' : `sm:whitespace-nowrap ${toneText[part.tone]}`}>
          {part.text}
        </span>
      ))}
    </>
  );
}
