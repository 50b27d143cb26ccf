import type { ReactNode } from "react";

interface Props {
  title: string;
  /** Path of what it asks, so that a question can lead here. */
  at?: string;
  aside?: ReactNode;
  children: ReactNode;
}

/** One question or decision of the sheet, with what is known of it beside its title. */
export function Part({ title, at, aside, children }: Props) {
  return (
    <div className="part" role="group" aria-label={title} data-at={at}>
      <div className="part-title">
        <h3>{title}</h3>
        {aside ? <span className="soft">{aside}</span> : null}
      </div>
      {children}
    </div>
  );
}
