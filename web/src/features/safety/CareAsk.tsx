import type { Schema } from '@/api/client';
import { useIntakeChange } from '@/api/intake';
import { useIntake } from '@/api/queries';
import { Trouble } from '@/ui/Notice';

/** Questions of the record, each asked before the first exercise that it matters for; an answer says at once what follows. */
export function CareAsk({ clientId, fields }: { clientId: string; fields: Schema['CareFieldView'][] }) {
  const intake = useIntake(clientId);
  const answer = useIntakeChange(clientId, intake.data);
  const given = intake.data?.intake.care ?? {};
  const open = fields.filter((f) => !given[f.id]);
  return (
    <div className="grid gap-2" data-care>
      {fields.map((field) => {
        const chosen = field.answers.find((a) => a.id === given[field.id]);
        return (
          <fieldset key={field.id} className="@container">
            <legend className="sr-only">{field.question}</legend>
            <div className="flex flex-wrap items-center gap-1.5">
              <span aria-hidden="true" className="min-w-[min(100%,19em)] flex-1 font-semibold">
                {field.question}
              </span>
              {field.answers.map((a) => (
                <button
                  key={a.id}
                  type="button"
                  aria-pressed={chosen?.id === a.id}
                  disabled={answer.isPending}
                  onClick={() => answer.mutate({ care: { [field.id]: a.id } })}
                  className={`min-h-11 rounded-[10px] border px-3.5 text-body font-semibold ${chosen?.id === a.id ? 'border-ink bg-ink text-paper' : 'border-edge bg-paper hover:border-ink'}`}
                >
                  {a.text}
                </button>
              ))}
            </div>
            {chosen?.says && (
              <p className="text-copy text-soft">
                {chosen.says}{' '}
                {chosen.no && <span className="inline-block font-semibold text-ink first-letter:uppercase">{chosen.no}.</span>}
              </p>
            )}
          </fieldset>
        );
      })}
      {open.length > 1 && (
        <button
          type="button"
          disabled={answer.isPending}
          onClick={() => answer.mutate({ care: Object.fromEntries(open.map((f) => [f.id, f.answers[0]?.id ?? 'no'])) })}
          className="min-h-11 justify-self-end rounded-[10px] border border-edge bg-paper px-4 font-semibold hover:border-ink"
        >
          All {open.length} asked: no to each
        </button>
      )}
      <Trouble error={answer.error} />
    </div>
  );
}
