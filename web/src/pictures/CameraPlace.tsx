import { useWidth } from '@/ui/useWidth';

/** Where to put the camera, drawn: at knee height, three steps away, level, square to the line of travel. */
export function CameraPlace() {
  const [svg, width] = useWidth<SVGSVGElement>(300);
  // The words keep their size where the drawing stands smaller.
  const size = (12.5 * 300) / Math.min(width, 300);
  return (
    <svg
      ref={svg}
      viewBox="0 0 300 104"
      className="w-full max-w-[300px] shrink-0"
      role="img"
      aria-label="Camera at knee height, three steps away, level, square to the client"
    >
      <path d="M6 88.500H294" stroke="var(--edge)" strokeWidth="2" strokeLinecap="round" />
      <path d="M62 46L232 26M62 46L232 84" stroke="var(--brass)" strokeWidth="1.2" strokeDasharray="3 4" />
      <g fill="none" stroke="var(--ink)" strokeWidth="2.400" strokeLinecap="round" strokeLinejoin="round">
        <path d="M52 56V70M52 70L42 87M52 70L62 87" strokeWidth="2" />
        <rect x="46" y="37" width="12" height="19" rx="2.500" fill="var(--paper)" />
      </g>
      <circle cx="52" cy="42" r="2.200" fill="var(--brass)" />
      <g stroke="var(--ink-soft)" strokeLinecap="round" strokeLinejoin="round" fill="none">
        <path d="M249 46L250 78" strokeWidth="10" />
        <path d="M220 50C228 47 240 45 249 45" strokeWidth="12" />
        <path d="M247 84h17" strokeWidth="7" />
        <path d="M220 50L217 82L194 79L187 86" strokeWidth="8" />
        <path d="M221 46L226 10" strokeWidth="14" />
      </g>
      <path d="M20 46V87M15 46h10M15 87h10" stroke="var(--ink)" strokeWidth="1.200" />
      <text x="6" y="28" fontSize={size} fontWeight="600" fill="var(--ink)">
        knee height
      </text>
      <path d="M62 97H216M66 94l-4 3 4 3M212 94l4 3-4 3" fill="none" stroke="var(--ink)" strokeWidth="1.200" />
      <text x="139" y="85" textAnchor="middle" fontSize={size} fontWeight="600" fill="var(--ink)">
        three steps
      </text>
    </svg>
  );
}
