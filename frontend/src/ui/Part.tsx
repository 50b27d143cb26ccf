import type { ReactNode } from "react";

/** One question or decision of the sheet, with what is known of it beside its title. */
export function Part({ title, aside, children }: { title: string; aside?: ReactNode; children: ReactNode }) {
  return (
    <div className="part" role="group" aria-label={title}>
      <div className="part-title">
        <h3>{title}</h3>
        {aside ? <span className="soft">{aside}</span> : null}
      </div>
      {children}
    </div>
  );
}
