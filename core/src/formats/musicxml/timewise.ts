import type { XmlElement } from "../xml/read-xml";

/** Turns measures of parts into parts of measures; a score that is that already stays as it is. */
export function partwise(root: XmlElement): XmlElement {
  if (root.name !== "score-timewise") return root;
  const parts = new Map<string, XmlElement[]>();
  const others: XmlElement[] = [];
  for (const child of root.children) {
    if (child.name !== "measure") {
      others.push(child);
      continue;
    }
    for (const part of child.children) {
      if (part.name !== "part") continue;
      const id = part.attributes["id"] ?? "";
      const measures = parts.get(id) ?? [];
      measures.push({ ...part, name: "measure", attributes: child.attributes });
      parts.set(id, measures);
    }
  }
  const turned = [...parts].map(([id, children]): XmlElement => ({
    name: "part",
    attributes: { id },
    children,
    text: "",
    at: root.at,
  }));
  return { ...root, name: "score-partwise", children: [...others, ...turned] };
}
