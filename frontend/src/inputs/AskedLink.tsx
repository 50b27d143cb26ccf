import { useView } from "../state/context";

interface Props {
  item: { step: string; field: string; text: string };
  /** What it is about, for who cannot see what stands beside it. */
  about?: string;
}

/** A question of the plan that leads to the field where it is answered. */
export function AskedLink({ item, about }: Props) {
  const { leadTo } = useView();
  return (
    <button
      type="button"
      className="link asked"
      aria-label={about ? `${item.text}: ${about}` : undefined}
      onClick={() => leadTo(item)}
    >
      {item.text}
    </button>
  );
}
