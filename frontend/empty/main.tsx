import { useState } from "react";
import { createRoot } from "react-dom/client";

/** As little as a page in React can be: what the phone is measured against. */
function Empty() {
  const [count, setCount] = useState(0);
  return (
    <main>
      <b data-testid="count">{count}</b>
      <button type="button" onClick={() => setCount(count + 1)}>
        +1 bag
      </button>
    </main>
  );
}

createRoot(document.getElementById("root") as HTMLElement).render(<Empty />);
