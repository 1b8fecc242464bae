import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { wedgesQuery } from '@/api/options';
import { Button } from '@/ui/Button';
import { SidePlate } from '@/ui/SidePlate';
import { WedgeSheet } from './WedgeSheet';

/** What was found under each foot, and the way to find out. */
export function Wedges({ clientId }: { clientId: string }) {
  const [open, setOpen] = useState(false);
  const wedges = useQuery(wedgesQuery(clientId));
  return (
    <div className="mt-7">
      <h2 className="say mb-2 text-head">Under the feet</h2>
      <ul>
        {wedges.data?.map((w) => (
          <li key={w.id} className="flex items-center gap-2.5 border-t border-hair py-2">
            <SidePlate side={w.foot} />
            <span>{w.tryWithout ? 'A wedge is on for one set. Then three without.' : w.say}</span>
          </li>
        ))}
      </ul>
      <Button onClick={() => setOpen(true)}>Explore foot by foot</Button>
      <WedgeSheet clientId={clientId} open={open} onOpenChange={setOpen} />
    </div>
  );
}
