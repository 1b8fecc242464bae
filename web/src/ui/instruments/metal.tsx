/** Light across a turned brass body. */
export function Brass({ id }: { id: string }) {
  return (
    <linearGradient id={id} x1="0" x2="1" y1="0" y2="0">
      <stop offset="0" stopColor="var(--brass-dark)" />
      <stop offset="0.32" stopColor="var(--brass-light)" />
      <stop offset="0.55" stopColor="var(--brass)" />
      <stop offset="1" stopColor="var(--brass-dark)" />
    </linearGradient>
  );
}

/** Light down a flat steel bar. */
export function Steel({ id }: { id: string }) {
  return (
    <linearGradient id={id} x1="0" x2="0" y1="0" y2="1">
      <stop offset="0" stopColor="var(--steel-light)" />
      <stop offset="0.45" stopColor="var(--steel)" />
      <stop offset="1" stopColor="var(--steel-dark)" />
    </linearGradient>
  );
}
