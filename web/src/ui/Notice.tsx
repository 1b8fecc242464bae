import { type ReactNode, useId } from 'react';
import { Problem, Superseded, Unreachable } from '@/api/client';
import { queries } from '@/api/queries';
import { probe } from '@/device/connection';
import { Button } from './Button';

/** Something went wrong, in a sentence that says what to do. What is said beside its own field is not said again. */
export function Trouble({ error, beside = [] }: { error: unknown; beside?: readonly string[] }) {
  // What was superseded is nobody's trouble: something newer is on its way, or the coach left it out.
  if (!error || error instanceof Superseded) return null;
  if (beside.some((field) => refusalOf(error, field))) return null;
  return (
    <p role="alert" className="rounded-[10px] border-l-4 border-brick bg-brick-wash px-3.5 py-2.5 text-body">
      {error instanceof Error ? error.message : String(error)}
    </p>
  );
}

/** The sentence of a refusal that is about a field, or null. */
const refusalOf = (error: unknown, field: string) => (error instanceof Problem && error.field === field ? error.message : null);

/** What ties an input to the refusal of what was typed into it, and the sentence itself for below it. */
export function useRefusal(error: unknown, field: string | undefined) {
  const id = useId();
  const sentence = field === undefined ? null : refusalOf(error, field);
  return {
    input: sentence ? ({ 'aria-invalid': true, 'aria-describedby': id } as const) : {},
    said: sentence && (
      <span id={id} role="alert" className="mt-1 block border-l-4 border-brick pl-2.5 text-copy text-brick">
        {sentence}
      </span>
    ),
  };
}

/** Nothing here yet, and what would fill it; with `screen` it is all there is on the screen. */
export function Empty({ title, screen = false, children }: { title: string; screen?: boolean; children?: ReactNode }) {
  const Title = screen ? 'h1' : 'p';
  return (
    <div className="rounded-2xl border border-dashed border-edge px-6 py-8">
      <Title className="say text-title">{title}</Title>
      {children && <div className="mt-2 text-soft">{children}</div>}
    </div>
  );
}

/** A screen whose data is on its way: its own outline, without a jump when it arrives. */
export function Waiting({ what, error }: { what: string; error?: unknown }) {
  const again = () => void Promise.all([probe(), queries.refetchQueries({ type: 'active' })]);
  return (
    <div className="p-6">
      {error instanceof Unreachable ? (
        <Empty screen title={`${what.charAt(0).toUpperCase()}${what.slice(1)} comes as soon as the studio’s server answers.`}>
          <p>This screen fills by itself then. What was entered on this device is safe meanwhile.</p>
          <Button className="mt-4" onClick={again}>
            Try again
          </Button>
        </Empty>
      ) : error ? (
        <div className="grid justify-items-start gap-3">
          <Trouble error={error} />
          <Button onClick={again}>Try again</Button>
        </div>
      ) : (
        <p className="text-soft" role="status">
          Fetching {what}…
        </p>
      )}
    </div>
  );
}
