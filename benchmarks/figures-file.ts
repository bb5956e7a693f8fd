import { existsSync, readFileSync, writeFileSync } from 'node:fs';

/** A table of figures: what it tells, its columns, and how many of them name a row. */
export interface Table {
  readonly title: string;
  readonly head: readonly string[];
  readonly keys: number;
}

const TOP = 'Written by `npm run bench`. Times differ from machine to machine; the ratios, taken within one run, are what counts.';

/** The file of figures: a row that is measured anew stands where it stood. */
export class FiguresFile {
  private readonly path: string;
  private readonly tables: readonly Table[];
  private readonly rows: Map<Table, Map<string, readonly string[]>>;

  constructor(path: string, tables: readonly Table[]) {
    this.path = path;
    this.tables = tables;
    const text = existsSync(path) ? readFileSync(path, 'utf8') : '';
    this.rows = new Map(tables.map((table) => [table, rowsIn(text, table)]));
  }

  put(table: Table, cells: readonly string[]): void {
    this.rows.get(table)!.set(cells.slice(0, table.keys).join(' | '), cells);
    console.log(line(cells));
  }

  write(): void {
    const parts = this.tables.flatMap((table) => {
      const rows = [...this.rows.get(table)!.values()];
      return rows.length ? ['', table.title, '', line(table.head), line(table.head.map(() => '---')), ...rows.map(line)] : [];
    });
    writeFileSync(this.path, `# Figures\n\n${[TOP, ...parts].join('\n')}\n`);
  }
}

const line = (cells: readonly string[]): string => `| ${cells.join(' | ')} |`;

/** The rows of a table in a text, by what names them. A table of other columns is none. */
function rowsIn(text: string, table: Table): Map<string, readonly string[]> {
  const lines = text.split('\n');
  const head = lines.indexOf(line(table.head));
  const out = new Map<string, readonly string[]>();
  for (let k = head + 2; head >= 0 && lines[k]?.startsWith('|'); k++) {
    const cells = lines[k]!.split('|').slice(1, -1).map((cell) => cell.trim()); // prettier-ignore
    out.set(cells.slice(0, table.keys).join(' | '), cells);
  }
  return out;
}
