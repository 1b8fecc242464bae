import type { Entry } from './entry';

/** Entries that something refused holds back, and by which: what rests on what a refused one makes, and what rests on those. */
export function heldBack(entries: readonly Entry[]): Map<string, Entry> {
  const held = new Map<string, Entry>();
  const missing = new Map<string, Entry>();
  for (const entry of entries) {
    if (entry.state === 'kept') continue;
    const by = entry.state === 'refused' ? entry : entry.rests.map((id) => missing.get(id)).find((e) => e !== undefined);
    if (!by) continue;
    if (by !== entry) held.set(entry.id, by);
    if (entry.makes) missing.set(entry.makes, by);
  }
  return held;
}

/**
 * What may be sent now: the first of each lane that is neither settled nor held back. Nothing overtakes within a lane; what
 * rests on something in another lane waits for it. Only what is whoever's who is signed in is sent.
 */
export function sendable(entries: readonly Entry[], mine: (entry: Entry) => boolean = () => true): Entry[] {
  const held = heldBack(entries);
  const lanes = new Set<string>();
  const open = new Set<string>();
  const next: Entry[] = [];
  for (const entry of entries) {
    if (entry.state === 'kept' || entry.state === 'refused' || held.has(entry.id)) continue;
    // What somebody else entered waits for them: it holds up what rests on it, not the lane.
    if (mine(entry) && !lanes.has(entry.lane)) {
      lanes.add(entry.lane);
      if (entry.state === 'waiting' && !entry.rests.some((id) => open.has(id))) next.push(entry);
    }
    if (entry.makes) open.add(entry.makes);
  }
  return next;
}
