import { howManyBefore } from "../../foundation/how-many";
import { decodeXML } from "entities";
import { Parser } from "htmlparser2";

/** An element with what stands in it. Names keep their prefix; comments and instructions are left out. */
export interface XmlElement {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly XmlElement[];
  /** The text directly within it, untrimmed. */
  readonly text: string;
  /** Where it begins, as an index into the document's text. */
  readonly at: number;
}

export interface XmlProblem {
  readonly code: "xml-none" | "xml-open" | "xml-cut" | "xml-deep" | "xml-many" | "xml-entity";
  /** Counted from 1. */
  readonly line: number;
  readonly message: string;
}

export interface XmlReading {
  readonly root?: XmlElement;
  readonly problems: readonly XmlProblem[];
}

const MAX_DEPTH = 64;
const MAX_ELEMENTS = 4_000_000;

interface Growing {
  readonly name: string;
  attributes: Record<string, string>;
  children: Growing[];
  text: string;
  readonly at: number;
}

/** Most elements hold only text: they share what they do not have, and these are never written to. */
const NO_CHILDREN: Growing[] = [];
const NO_ATTRIBUTES: Record<string, string> = {};
const SPACE = 0x20;
const WRITTEN = /\S/u;

/**
 * Reads XML as far as it goes: what is never closed ends where the text ends, and is said. Document
 * types are skipped and their entities told, none is ever expanded or fetched: only the five of XML and
 * character references are known. Depth and number of elements are bounded.
 * @param take - Is given every element but the root as it ends, with those around it, the root
 *   first; what it says it took is not kept, so that a long document is never held as a whole.
 */
export function readXml(
  text: string,
  take: (element: XmlElement, within: readonly XmlElement[]) => boolean = () => false,
): XmlReading {
  const problems: XmlProblem[] = [];
  const lineAt = lineFinder(text);
  // Most scores name no entity at all.
  const decoded = text.includes("&") ? decodeXML : (plain: string) => plain;
  const problem = (code: XmlProblem["code"], at: number, message: string) =>
    problems.push({ code, line: lineAt(at), message });
  let root: Growing | undefined;
  const open: Growing[] = [];
  let elements = 0;
  let skipped = 0;
  let isBeyond = false;
  let isEnding = false;
  let isVerbatim = false;
  let hasEntities = false;
  const parser = new Parser(
    {
      onopentagname: (name) => {
        if (skipped > 0 || open.length >= MAX_DEPTH || elements >= MAX_ELEMENTS) {
          if (!isBeyond) {
            const isDeep = elements < MAX_ELEMENTS;
            problem(
              isDeep ? "xml-deep" : "xml-many",
              parser.startIndex,
              isDeep
                ? `elements lie ${MAX_DEPTH} deep here: what is deeper was not read`
                : `more than ${MAX_ELEMENTS} elements: the rest was not read`,
            );
          }
          isBeyond = true;
          skipped++;
          return;
        }
        elements++;
        const element: Growing = {
          name,
          attributes: NO_ATTRIBUTES,
          children: NO_CHILDREN,
          text: "",
          at: parser.startIndex,
        };
        if (open.length === 0) root ??= element;
        open.push(element);
      },
      onattribute: (name, value) => {
        const element = open.at(-1);
        if (!element || skipped > 0) return;
        const said = decoded(value);
        if (element.attributes === NO_ATTRIBUTES) element.attributes = { [name]: said };
        else element.attributes[name] ??= said;
      },
      ontext: (data) => {
        const element = open.at(-1);
        if (!element || skipped > 0) return;
        // Between elements there is only room.
        if (data.charCodeAt(0) <= SPACE && element.text === "" && !WRITTEN.test(data)) return;
        element.text += isVerbatim ? data : decoded(data);
      },
      onprocessinginstruction: (_name, data) => {
        if (hasEntities || !/^!(ENTITY|DOCTYPE[^>]*<!ENTITY)/u.test(data)) return;
        hasEntities = true;
        const message = "the file defines entities: none of them is expanded, their names stay";
        problem("xml-entity", parser.startIndex, message);
      },
      oncdatastart: () => {
        isVerbatim = true;
      },
      oncdataend: () => {
        isVerbatim = false;
      },
      onclosetag: (name, isImplied) => {
        if (skipped > 0) {
          skipped--;
          return;
        }
        const element = open.pop();
        const parent = open.at(-1);
        // An empty element closes itself, where it began.
        const isUnclosed = isImplied && !isEnding && parser.startIndex !== element?.at;
        if (element && isUnclosed && problems.length < 20) {
          problem("xml-open", element.at, `<${name}> is never closed: the file may be cut off`);
        }
        if (!element || !parent || take(element, open)) return;
        if (parent.children === NO_CHILDREN) parent.children = [element];
        else parent.children.push(element);
      },
    },
    // Decoded above, text by text: the parser then looks at no character between two elements.
    { xmlMode: true, decodeEntities: false },
  );
  parser.write(text);
  const innermost = open.at(-1);
  if (innermost) {
    const message = `the file is cut off within <${innermost.name}>: what stands before that was read`;
    problem("xml-cut", text.length, message);
  }
  isEnding = true;
  parser.end();
  if (!root) problem("xml-none", 0, "this is no XML: no element found");
  return { ...(root && { root }), problems };
}

export function childOf(element: XmlElement | undefined, name: string): XmlElement | undefined {
  return element?.children.find((child) => child.name === name);
}

export function childrenOf(element: XmlElement | undefined, name: string): readonly XmlElement[] {
  return element?.children.filter((child) => child.name === name) ?? [];
}

/** The trimmed text of a child; undefined where there is no such child, or nothing in it. */
export function textOf(element: XmlElement | undefined, name: string): string | undefined {
  const text = childOf(element, name)?.text.trim();
  return text === "" ? undefined : text;
}

/** A whole number in a child, `-2` or `+3`; undefined where there is none. */
export function integerOf(element: XmlElement | undefined, name: string): number | undefined {
  const text = textOf(element, name);
  return text !== undefined && /^[-+]?\d{1,9}$/u.test(text) ? Number(text) : undefined;
}

/** Tells the line, from 1, of an index into the text. Lines are found only when somebody asks. */
export function lineFinder(text: string): (at: number) => number {
  let starts: number[] | undefined;
  return (at) => {
    if (!starts) {
      starts = [0];
      for (let end = text.indexOf("\n"); end >= 0; end = text.indexOf("\n", end + 1)) {
        starts.push(end + 1);
      }
    }
    return Math.max(
      1,
      howManyBefore(starts, (start) => start <= at),
    );
  };
}
