import type { AnchorHTMLAttributes } from 'react';

/** A file that the studio makes: named by the server, kept where the browser keeps such things. */
export function Download({ className = '', children, ...rest }: AnchorHTMLAttributes<HTMLAnchorElement> & { href: string }) {
  return (
    <a
      download
      {...rest}
      className={`inline-flex min-h-11 items-center rounded-[10px] border border-edge bg-paper px-4 text-body font-semibold hover:border-ink ${className}`}
    >
      {children}
    </a>
  );
}
