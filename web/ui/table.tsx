import type { ReactNode } from "react";

export interface Column {
  readonly name: ReactNode;
  /** Its width, or where its words stand. */
  readonly look?: string;
}

/** Rows of like things under named columns; hairlines between them, a head that stays in sight. */
export function Table({
  caption,
  columns,
  children,
}: {
  /** What it lists, for those who do not see it stand there. */
  readonly caption: string;
  readonly columns: readonly Column[];
  /** Its rows; what a row is about is its head. */
  readonly children: ReactNode;
}) {
  return (
    <table className="relative w-full text-left text-[13px] [&_tbody_tr]:border-t [&_tbody_tr]:border-hairline [&_td]:py-0.5 [&_td]:pr-3 [&_th]:py-0.5 [&_th]:pr-3">
      <caption className="sr-only">{caption}</caption>
      <thead className="sticky top-0 z-1 bg-sheet align-bottom text-xs text-soft">
        <tr>
          {columns.map(({ name, look = "" }, index) => (
            <th key={index} scope="col" className={`font-normal ${look}`}>
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>{children}</tbody>
    </table>
  );
}
