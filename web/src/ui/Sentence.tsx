import type { Schema } from '@/api/client';
import { toneText } from './verdict';

/** A sentence from the core, its number set off in the tone of what it says. */
export function Sentence({ parts }: { parts: Schema['PartView'][] }) {
  return (
    <>
      {parts.map((part, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the parts of a sentence have no identity but their place
        <span key={i} className={toneText[part.tone]}>
          {part.text}
        </span>
      ))}
    </>
  );
}
