import { useMutation } from '@tanstack/react-query';
import { v7 as uuid } from 'uuid';
import { api, type Schema, take } from '@/api/client';
import { refreshClient, useIntake } from '@/api/queries';
import { Trouble } from '@/ui/Notice';

/** Questions of the record, each asked before the first exercise that it matters for; an answer says at once what follows. */
export function CareAsk({ clientId, fields }: { clientId: string; fields: Schema['CareFieldView'][] }) {
  const intake = useIntake(clientId);
  const answer = useMutation({
    mutationFn: ({ field, value }: { field: string; value: string }) => {
      if (!intake.data) throw new Error('The record is not here yet. Try again in a moment.');
      const { intake: now, goal, version } = intake.data;
      return take(
        api.PUT('/api/clients/{id}/intake', {
          params: { path: { id: clientId } },
          body: { operationId: uuid(), version, goal, intake: { ...now, care: { ...now.care, [field]: value } } },
        }),
      );
    },
    onSuccess: () => refreshClient(clientId),
  });
  const given = intake.data?.intake.care ?? {};
  return (
    <div className="grid gap-3" data-care>
      {fields.map((field) => {
        const chosen = field.answers.find((a) => a.id === given[field.id]);
        return (
          <fieldset key={field.id} className="grid gap-1.5">
            <legend className="font-semibold">{field.question}</legend>
            <div className="flex flex-wrap gap-1.5">
              {field.answers.map((a) => (
                <button
                  key={a.id}
                  type="button"
                  aria-pressed={chosen?.id === a.id}
                  disabled={answer.isPending}
                  onClick={() => answer.mutate({ field: field.id, value: a.id })}
                  className={`min-h-11 rounded-[10px] border px-3.5 text-body font-semibold ${chosen?.id === a.id ? 'border-ink bg-ink text-paper' : 'border-edge/50 bg-paper hover:border-ink'}`}
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
      <Trouble error={answer.error} />
    </div>
  );
}
