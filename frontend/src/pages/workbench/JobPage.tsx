import "../../steps/look/look.css";
import "../../steps/measure/measure.css";
import "../../drawings/cut/heat.css";
import "../../steps/eaves/eaves.css";
import "../../drawings/strip/strip.css";
import "../../steps/prepare/prepare.css";
import "../../steps/load/load.css";
import "../../steps/install/install.css";
import "../../steps/prove/prove.css";
import { Button, Loader } from "@mantine/core";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { ask } from "../../api/client";
import type { ChoiceLists, Product } from "../../api/types";
import { useAccount } from "../../state/account";
import { inView } from "../../state/inView";
import { useJob } from "../../state/useJob";
import { useUnits } from "../../ui/units";
import { Workbench } from "./Workbench";

/** Opens one job, or says why it cannot. */
export function JobPage() {
  const { id = "" } = useParams();
  return <Opened key={id} id={id} />;
}

function Opened({ id }: { id: string }) {
  const { handle, failure, reload } = useJob(id, useAccount().may("change"));
  const { metric } = useUnits();
  const library = useQuery({
    queryKey: ["products"],
    queryFn: async () => (await ask<{ products: Product[] }>("GET", "/api/products")).data.products,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const lists = useQuery({
    queryKey: ["lists", metric],
    queryFn: async () => (await ask<ChoiceLists>("GET", inView("/api/lists", metric))).data,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const trouble = failure ?? library.error ?? lists.error;
  if (trouble) {
    return (
      <main className="plain">
        <h1>This job cannot be opened</h1>
        <p>{trouble.message}</p>
        <Button
          onClick={() => {
            reload();
            void library.refetch();
            void lists.refetch();
          }}
        >
          Try again
        </Button>{" "}
        <Link to="/">To the shelf of jobs</Link>
      </main>
    );
  }
  if (!handle || !library.data || !lists.data) {
    return (
      <main className="plain">
        <Loader aria-label="Opening the job" />
      </main>
    );
  }
  return <Workbench id={id} job={handle} library={library.data} lists={lists.data} />;
}
