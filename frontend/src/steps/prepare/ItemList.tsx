import { useEffect, useRef, useState } from "react";
import type { JobDocument, WorkItem, WorkRow } from "../../api/types";
import { WORDS, WorkSign } from "../../drawings/floor/WorkSigns";
import { money } from "../../drawings/rack/rows";
import { useDocument, usePlanned, useView } from "../../state/context";
import { bookOf } from "../../state/starts";
import { fixed } from "../../ui/units";
import { OpenItem } from "./OpenItem";

/** The list by group in working order; a row opens in place. */
export function ItemList() {
  const { plan } = usePlanned();
  const work = plan?.work;
  if (!work) return <p className="note">The list follows from what is looked over and measured.</p>;
  return (
    <>
      {work.groups.map(({ group, title }) => {
        const rows = work.rows.filter((row) => row.group === group);
        if (rows.length === 0) return null;
        return (
          <section key={group} className="work-group" aria-label={title}>
            <h3>{title}</h3>
            <ul>
              {rows.map((row) => (
                <Row key={row.number} row={row} items={work.items.filter((item) => row.keys.includes(item.key))} />
              ))}
            </ul>
          </section>
        );
      })}
    </>
  );
}

function Row({ row, items }: { row: WorkRow; items: WorkItem[] }) {
  const { item: openKey, openItem, lists } = useView();
  const { document } = useDocument();
  const [unfolded, setUnfolded] = useState(false);
  const open = items.find((item) => item.key === openKey);
  const shown = useRef<HTMLLIElement>(null);
  const openHere = open?.key;
  // Opened from the Floor it may be anywhere in the list.
  useEffect(() => {
    if (openHere) shown.current?.scrollIntoView({ block: "nearest" });
  }, [openHere]);
  const currency = bookOf(lists, document.book).currency;
  const first = items[0];
  const several = items.length > 1;
  const where = (document.sections ?? []).length > 1 ? sectionName(document, row, first) : null;
  const said =
    row.state === "to_do" && row.done
      ? `${row.done} of ${items.length} done`
      : row.state === "to_do"
        ? null
        : WORDS[row.state];
  if (!first) return null;
  return (
    <li ref={shown} className={`work-row ${row.state}${open ? " open" : ""}`}>
      <button
        type="button"
        className="work-head"
        aria-expanded={several ? unfolded || Boolean(open) : Boolean(open)}
        onClick={() => {
          if (several && !open) setUnfolded(!unfolded);
          else openItem(open ? null : first.key);
        }}
      >
        <svg width="26" height="26" viewBox="-13 -13 26 26" aria-hidden="true" className="work-signs">
          <g className={`work-sign ${row.state}`}>
            <WorkSign number={row.number} state={row.state} />
          </g>
        </svg>
        <span className="what">{row.title}</span>
        <span className="hours">{said ?? `${fixed(row.person_hours, 1)} h`}</span>
        <span className="soft stuff">
          {row.state === "done"
            ? doneBy(items)
            : [where, row.materials, first.who === "crew" ? "" : first.who].filter(Boolean).join(" · ")}
        </span>
        <span className="soft worth">
          {[row.price ? money(row.price, currency) : null, row.cfm50 ? `${fixed(row.cfm50)} CFM50` : null]
            .filter(Boolean)
            .join(" · ")}
        </span>
      </button>
      {several && (unfolded || open) ? (
        <ul className="folded-items">
          {items.map((item) => (
            <li key={item.key}>
              <button
                type="button"
                className={`hazard-line${item.key === openKey ? " chosen" : ""}`}
                aria-expanded={item.key === openKey}
                onClick={() => openItem(item.key === openKey ? null : item.key)}
              >
                <span>
                  {item.what}
                  {item.amount > 1 && item.unit === "pieces" ? ` × ${item.amount}` : ""}
                  {item.at_ft ? `, ${place(item)}` : ""}
                </span>
                <b>{WORDS[item.state]}</b>
              </button>
              {item.key === openKey ? <OpenItem item={item} /> : null}
            </li>
          ))}
        </ul>
      ) : open ? (
        <OpenItem item={open} />
      ) : null}
    </li>
  );
}

/** Who did what is done, each name once. */
const doneBy = (items: WorkItem[]) =>
  [...new Set(items.map((item) => item.done?.by).filter((by) => by && by !== "local"))].join(", ");

/** The section of a row, where its title does not say it already. */
function sectionName(document: JobDocument, row: WorkRow, item: WorkItem | undefined): string | null {
  const section = document.sections?.find((s) => s.id === item?.section);
  const name = section ? section.name || section.id : null;
  return name && !row.title.includes(name) ? name : null;
}

const place = (item: WorkItem) => {
  const at = item.at_ft as [number, number];
  return `at ${fixed(at[0], 1)}, ${fixed(at[1], 1)} ft`;
};
