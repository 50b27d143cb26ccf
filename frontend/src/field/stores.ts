/** The second store of the phone: what is not sent yet stands there too, by id; one store alone was seen to vanish. */
export function read(key: string): string | null {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
}

export function write(key: string, value: string): boolean {
  try {
    localStorage.setItem(key, value);
    return true;
  } catch {
    return false;
  }
}

/** Lines by id that stand in the second store. */
export class Twin<Line> {
  private lines = new Map<string, Line>();

  constructor(readonly key: string) {}

  load() {
    try {
      this.lines = new Map(Object.entries(JSON.parse(read(this.key) ?? "{}")));
    } catch {
      this.lines = new Map();
    }
  }

  get all(): ReadonlyMap<string, Line> {
    return this.lines;
  }

  /** False where the store would not keep it. */
  put(...lines: readonly (readonly [string, Line])[]): boolean {
    for (const [id, line] of lines) this.lines.set(id, line);
    return this.save();
  }

  drop(ids: Iterable<string>) {
    let changed = false;
    for (const id of ids) changed = this.lines.delete(id) || changed;
    if (changed) this.save();
  }

  private save(): boolean {
    return write(this.key, JSON.stringify(Object.fromEntries(this.lines)));
  }
}
