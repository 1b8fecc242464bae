import { shortcutsInForce } from '@/device/keys';
import { Sheet } from '@/ui/Sheet';

export function ShortcutList({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Sheet title="By key" open={open} onOpenChange={onOpenChange}>
      {shortcutsInForce.map((group) => (
        <section key={group.title} className="mb-5">
          <h3 className="mb-1.5 font-semibold text-soft">{group.title}</h3>
          <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
            {group.list.map((s) => (
              <div key={s.keys} className="contents">
                <dt>
                  <kbd className="inline-block min-w-8 rounded-md border border-edge px-2 text-center font-sans text-small leading-6 font-semibold">
                    {s.keys}
                  </kbd>
                </dt>
                <dd>{s.does}</dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </Sheet>
  );
}
