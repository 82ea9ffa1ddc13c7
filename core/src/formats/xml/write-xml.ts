/** An element to be written; an absent child is left out. */
export interface XmlNode {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string | number | undefined>>;
  readonly children: readonly XmlNode[];
  readonly text?: string;
}

export type XmlContent = XmlNode | undefined | false | readonly (XmlNode | undefined | false)[];
type Attributes = XmlNode["attributes"];

const NO_ATTRIBUTES: Attributes = {};

/** An element with elements in it. */
export function node(
  name: string,
  attributes: Attributes = NO_ATTRIBUTES,
  ...content: readonly XmlContent[]
): XmlNode {
  const children = content.flat().filter((child): child is XmlNode => typeof child === "object");
  return { name, attributes, children };
}

/** An element with text in it. */
export function leaf(
  name: string,
  text: string | number,
  attributes: Attributes = NO_ATTRIBUTES,
): XmlNode {
  return { name, attributes, children: [], text: String(text) };
}

/** The document as text, two spaces a level; what XML 1.0 cannot hold is left out of texts. */
export function printXml(root: XmlNode, head: string): string {
  const lines: string[] = [head];
  const print = ({ name, attributes, children, text }: XmlNode, indent: string): void => {
    let tag = `${indent}<${name}`;
    for (const [key, value] of Object.entries(attributes)) {
      if (value !== undefined) tag += ` ${key}="${escaped(String(value))}"`;
    }
    if (children.length > 0) {
      lines.push(`${tag}>`);
      for (const child of children) print(child, `${indent}  `);
      lines.push(`${indent}</${name}>`);
    } else lines.push(text === undefined ? `${tag}/>` : `${tag}>${escaped(text)}</${name}>`);
  };
  print(root, "");
  return `${lines.join("\n")}\n`;
}

const ENTITY: Readonly<Record<string, string>> = {
  "&": "&amp;",
  "<": "&lt;",
  ">": "&gt;",
  '"': "&quot;",
};

/** @see https://www.w3.org/TR/xml/#charsets */
function escaped(text: string): string {
  return text
    .replace(/[&<>"]/gu, (sign) => ENTITY[sign]!)
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|[\ud800-\udfff]/gu, "");
}
