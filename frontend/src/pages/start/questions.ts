/** The first sheet: what most jobs need, in the order of the tape. */
export type Kind = "text" | "ft" | "in" | "pitch" | "pick" | "list";

export interface Question {
  id: string;
  label: string;
  kind: Kind;
  options?: readonly { value: string; label: string }[];
  /** Of a length in feet or inches. */
  least?: number;
  most?: number;
  hint?: string;
  /** Whether it may stay open without keeping the prices away. */
  extra?: boolean;
  /** Only where another answer makes it a question. */
  when?: (answers: Answers) => boolean;
}

export type Answers = Record<string, string>;
export type Shape = "one_floor" | "half_storey";

const half = (answers: Answers) => answers.shape === "half_storey";
const lies = (answers: Answers) => answers.old !== "nothing";
const inches = (values: readonly [string, string][]) =>
  values.map(([value, label]) => ({ value, label: `${label} in` }));

export const RULES: readonly { value: string; label: string }[] = [
  { value: "code 2018", label: "2018" },
  { value: "code 2021", label: "2021" },
  { value: "code 2024", label: "2024" },
  { value: "retrofit", label: "retrofit" },
];

/** The questions of the sheet; what lies there and the zones are lists of the core. */
export function questionsOf(
  zones: readonly { value: string; label: string }[],
  materials: readonly { value: string; label: string }[],
): readonly Question[] {
  return [
    { id: "length_ft", label: "Length, east–west", kind: "ft", least: 1, most: 400 },
    { id: "width_ft", label: "Width, north–south", kind: "ft", least: 1, most: 400 },
    { id: "knee_wall_ft", label: "Knee wall, height", kind: "ft", least: 0.1, most: 40, when: half },
    { id: "ceiling_ft", label: "Flat ceiling, over the same floor", kind: "ft", least: 0.1, most: 40, when: half },
    {
      id: "side_ft",
      label: "Side attic, depth",
      kind: "ft",
      least: 0.1,
      most: 200,
      extra: true,
      hint: "empty: from wall and pitch",
      when: half,
    },
    {
      id: "eaves",
      label: "Eaves",
      kind: "pick",
      options: [
        { value: "north_south", label: "N + S" },
        { value: "east_west", label: "E + W" },
        { value: "all", label: "all round" },
        { value: "none", label: "none" },
      ],
    },
    { id: "heel_in", label: "Heel height", kind: "in", most: 120 },
    { id: "pitch_in_12", label: "Pitch, in 12", kind: "pitch", least: 0.25, most: 24 },
    {
      id: "soffit",
      label: "Soffit",
      kind: "pick",
      extra: true,
      options: [
        { value: "continuous", label: "vented" },
        { value: "spot", label: "single vents" },
        { value: "none", label: "solid" },
        { value: "blocked", label: "blocked" },
      ],
    },
    {
      id: "framing",
      label: "Framing",
      kind: "pick",
      extra: true,
      options: [
        { value: "joist", label: "joists" },
        { value: "truss", label: "trusses" },
      ],
    },
    {
      id: "run",
      label: "They run",
      kind: "pick",
      extra: true,
      options: [
        { value: "y", label: "north–south" },
        { value: "x", label: "east–west" },
      ],
    },
    {
      id: "spacing_in",
      label: "Apart",
      kind: "pick",
      options: inches([
        ["16", "16"],
        ["24", "24"],
        ["19.2", "19.2"],
        ["12", "12"],
      ]),
    },
    {
      id: "joist_in",
      label: "Deep",
      kind: "pick",
      options: inches([
        ["3.5", "3½"],
        ["5.5", "5½"],
        ["7.25", "7¼"],
        ["9.25", "9¼"],
      ]),
    },
    {
      id: "rafter_in",
      label: "Rafters, deep",
      kind: "pick",
      when: half,
      options: inches([
        ["3.5", "3½"],
        ["5.5", "5½"],
        ["7.25", "7¼"],
        ["9.25", "9¼"],
      ]),
    },
    {
      id: "stud_in",
      label: "Studs of the knee wall",
      kind: "pick",
      when: half,
      options: inches([
        ["3.5", "3½"],
        ["5.5", "5½"],
      ]),
    },
    {
      id: "board",
      label: "Gypsum on the ceiling, or",
      kind: "pick",
      options: [
        { value: "gypsum_1_2", label: "½ in" },
        { value: "gypsum_1_2_sag", label: "½ in, no sag" },
        { value: "gypsum_5_8", label: "⅝ in" },
        { value: "plaster", label: "plaster" },
      ],
    },
    { id: "old", label: "On it lies", kind: "list", options: [{ value: "nothing", label: "nothing" }, ...materials] },
    { id: "old_in", label: "How deep", kind: "in", most: 48, when: lies },
    {
      id: "contact",
      label: "It touches the board",
      kind: "pick",
      when: lies,
      options: [
        { value: "snug", label: "snug" },
        { value: "minor", label: "minor gaps" },
        { value: "gappy", label: "gappy" },
        { value: "tented", label: "tented" },
      ],
    },
    { id: "climate_zone", label: "Climate zone", kind: "list", options: zones },
    { id: "rule", label: "Target: the code of, or", kind: "pick", options: RULES },
  ];
}

/** The questions that are one, the answers being what they are. Under a half storey the ridge runs one way. */
export const asked = (questions: readonly Question[], answers: Answers): Question[] =>
  questions
    .filter((question) => question.when?.(answers) ?? true)
    .map((question) =>
      question.id === "eaves" && half(answers)
        ? { ...question, label: "Eaves and side attics", options: question.options?.slice(0, 2) }
        : question,
    );

/** Which of them stand open between here and a price. */
export const openFor = (questions: readonly Question[], answers: Answers): Question[] =>
  asked(questions, answers).filter((question) => !question.extra && !answers[question.id]?.trim());
