import { Button, Checkbox, Group, NativeSelect, TextInput } from "@mantine/core";
import { type FormEvent, useEffect, useRef, useState } from "react";
import { ProblemError } from "../../api/client";
import type { ChoiceLists, Usual } from "../../api/types";
import { useUnits } from "../../ui/units";
import { useUnfinished } from "../../ui/useUnfinished";
import { readAnswers, startAnswers, usualOf } from "./answers";
import { QuickPick } from "./QuickPick";
import { type Answers, asked, openFor, type Question, questionsOf } from "./questions";

interface Props {
  lists: ChoiceLists;
  usual: Usual | undefined;
  /** Makes the job; to: the step to open it at. Throws ProblemError. */
  onStart: (body: Record<string, unknown>, usual: Usual | null, to: "choose" | "look-over") => Promise<void>;
}

/** New attic on one sheet: by number, letter or one tap and Enter, from length and width to a price. */
export function StartSheet({ lists, usual, onStart }: Props) {
  const units = useUnits();
  const form = useRef<HTMLFormElement>(null);
  const first = useRef<HTMLInputElement>(null);
  useEffect(() => first.current?.focus(), []);
  const { found: unfinished, keep: keepUnfinished } = useUnfinished("new attic");
  const [answers, setAnswers] = useState<Answers>(() => ({
    ...startAnswers(usual, (value) => (units.metric ? units.depth(value).value : String(value))),
    ...(unfinished ? (JSON.parse(unfinished) as Answers) : {}),
  }));
  useEffect(() => keepUnfinished(JSON.stringify(answers)), [answers, keepUnfinished]);
  const [trouble, setTrouble] = useState<Record<string, string>>({});
  const [keep, setKeep] = useState(false);
  const [busy, setBusy] = useState(false);
  const questions = questionsOf(
    lists.zones.map(({ zone, description }) => ({ value: zone, label: `${zone} · ${description}` })),
    lists.materials.map(({ value, title }) => ({ value, label: title })),
  );
  const shown = asked(questions, answers);
  const open = openFor(questions, answers);
  const set = (id: string, value: string) => setAnswers((now) => ({ ...now, [id]: value }));
  /** Puts the keyboard into the question after this one; after the last, onto the button. */
  const placeOf = (id: string | undefined) => form.current?.querySelector<HTMLElement>(`[data-question="${id}"]`);
  const next = (id: string) => {
    const at = shown.findIndex((question) => question.id === id);
    const following = shown[at + 1]?.id ?? "start";
    const place = placeOf(following);
    const field = place?.matches("input, select, button")
      ? place
      : (place?.querySelector<HTMLElement>("input:checked") ?? place?.querySelector<HTMLElement>("input"));
    // What a pick has just answered may only now be a question.
    if (field) field.focus();
  };
  const start = async (to: "choose" | "look-over") => {
    const { body, trouble: found } = readAnswers(questions, answers, units.metric);
    setTrouble(found);
    const wrong = Object.keys(found)[0];
    if (wrong) {
      placeOf(wrong)?.focus();
      return;
    }
    setBusy(true);
    try {
      await onStart(body, keep ? usualOf(body) : null, to);
      keepUnfinished(null);
    } catch (error) {
      const faults = error instanceof ProblemError ? (error.problem.errors ?? []) : [];
      const known = faults.map((fault) => [fault.field.replace(/^body\./, ""), fault.text] as const);
      setTrouble(known.length ? Object.fromEntries(known) : { all: (error as Error).message });
      setBusy(false);
    }
  };
  const unit = (question: Question) =>
    question.kind === "pitch" ? "in 12" : units.metric ? (question.kind === "ft" ? "m" : "mm") : question.kind;
  const entered = (id: string) => (event: React.KeyboardEvent) => {
    if (event.key !== "Enter") return;
    event.preventDefault();
    next(id);
  };
  const lost = Object.entries(trouble).filter(([id]) => !shown.some((question) => question.id === id));
  return (
    <form
      ref={form}
      className="start-sheet"
      onSubmit={(event: FormEvent) => {
        event.preventDefault();
        void start("choose");
      }}
    >
      <div className="pair">
        <TextInput
          label="Job"
          placeholder="street and number, or a name"
          ref={first}
          value={answers.name ?? ""}
          maxLength={200}
          autoComplete="off"
          onChange={(event) => set("name", event.currentTarget.value)}
          onKeyDown={(event) => {
            if (event.key !== "Enter") return;
            event.preventDefault();
            placeOf("length_ft")?.focus();
          }}
        />
        <QuickPick
          question={{
            id: "shape",
            label: "Shape",
            kind: "pick",
            options: [
              { value: "one_floor", label: "one floor" },
              { value: "half_storey", label: "1½ storeys" },
            ],
          }}
          value={answers.shape}
          onValue={(value) => setAnswers((now) => ({ ...now, shape: value, eaves: "north_south" }))}
          onNext={() => placeOf("length_ft")?.focus()}
        />
      </div>
      <div className="start-questions">
        {shown.map((question) => {
          if (question.kind === "pick")
            return (
              <QuickPick
                key={question.id}
                question={question}
                value={answers[question.id]}
                onValue={(value) => set(question.id, value)}
                onNext={() => next(question.id)}
              />
            );
          if (question.kind === "list")
            return (
              <NativeSelect
                key={question.id}
                label={question.label}
                data-question={question.id}
                data={[{ value: "", label: "not known yet" }, ...(question.options ?? [])]}
                value={answers[question.id] ?? ""}
                onChange={(event) => set(question.id, event.currentTarget.value)}
                onKeyDown={entered(question.id)}
              />
            );
          return (
            <TextInput
              key={question.id}
              label={question.label}
              data-question={question.id}
              description={question.hint}
              rightSection={<span className="unit">{unit(question)}</span>}
              value={answers[question.id] ?? ""}
              error={trouble[question.id]}
              autoComplete="off"
              inputMode={question.kind === "pitch" ? "decimal" : "text"}
              onChange={(event) => set(question.id, event.currentTarget.value)}
              onFocus={(event) => event.currentTarget.select()}
              onKeyDown={entered(question.id)}
            />
          );
        })}
      </div>
      {lost.map(([id, text]) => (
        <p key={id} role="alert" className="at-place stop">
          {text}
        </p>
      ))}
      <Checkbox
        label="Keep zone, rule, board and framing as the firm's usual answers"
        checked={keep}
        onChange={(event) => setKeep(event.currentTarget.checked)}
      />
      <p className="note" role="status">
        {open.length
          ? `${open.length} open before a price: ${open.map((question) => question.label.toLowerCase()).join(", ")}. Length and width are enough to begin.`
          : "Enough for prices. What is left out is asked at its step."}
      </p>
      <Group justify="flex-end">
        <Button variant="default" disabled={busy} onClick={() => void start("look-over")}>
          Start measuring
        </Button>
        <Button type="submit" data-question="start" loading={busy}>
          To the prices
        </Button>
      </Group>
    </form>
  );
}
