/** Knee to wall, drawn: the heel stays down, the knee just touches, the gap is read at the toe. */
export function WallDrawing() {
  return (
    <svg
      viewBox="0 0 190 96"
      className="w-full max-w-[240px]"
      role="img"
      aria-label="Heel down, knee touching the wall, the gap from toe tip to wall is measured"
    >
      <path d="M6 88H184M168 8V88" stroke="var(--edge)" strokeWidth="2.500" strokeLinecap="round" />
      <path d="M84 80L158 34" stroke="var(--ink-soft)" strokeWidth="13" strokeLinecap="round" />
      <path d="M158 34L96 10" stroke="var(--ink-soft)" strokeWidth="15" strokeLinecap="round" />
      <path d="M70 84h58" stroke="var(--ink)" strokeWidth="8" strokeLinecap="round" />
      <path d="M84 80V22" stroke="var(--brass)" strokeWidth="1.600" />
      <path d="M133 94H166M136 91l-3 3 3 3M163 91l3 3-3 3" stroke="var(--brass-text)" strokeWidth="1.500" fill="none" />
      <circle cx="84" cy="80" r="3" fill="var(--paper)" stroke="var(--ink)" strokeWidth="1.500" />
    </svg>
  );
}
