import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { lineFinder, readXml, type XmlElement } from "./read-xml";

/** An element as it is written, and as it is read. */
interface Tree {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly text: string;
  readonly children: readonly Tree[];
}

const anyName = fc.constantFrom("part", "measure", "note", "x-y", "ns:z");
/** With what has to be written otherwise in XML, and what might be taken for it. */
const anyText = fc.string({ unit: fc.constantFrom(..."aé♯&<>\"'; #amp;") });
const written = anyText.filter((text) => /\S/u.test(text));
const { tree: anyTree } = fc.letrec<{ tree: Tree }>((tie) => ({
  tree: fc.record({
    name: anyName,
    attributes: fc.dictionary(fc.constantFrom("id", "type", "__proto__x"), anyText, {
      maxKeys: 2,
      noNullPrototype: true,
    }),
    text: fc.option(written, { nil: "" }),
    children: fc.oneof(
      { depthSize: "small", maxDepth: 4 },
      fc.constant([]),
      fc.array(tie("tree"), { maxLength: 3 }),
    ),
  }),
}));

const ENTITIES: Readonly<Record<string, string>> = {
  "&": "amp",
  "<": "lt",
  ">": "gt",
  '"': "quot",
};
const escaped = (text: string) => text.replace(/[&<>"]/gu, (sign) => `&${ENTITIES[sign]!};`);
const numbered = (text: string) => text.replace(/[&<>"]/gu, (sign) => `&#${sign.charCodeAt(0)};`);

function print({ name, attributes, text, children }: Tree, write = escaped): string {
  const said = Object.entries(attributes).map(([key, value]) => ` ${key}="${write(value)}"`);
  // Room stands between elements only; within a text it would be text.
  const room = text === "" ? "\n " : "";
  const inner = write(text) + children.map((child) => room + print(child, write)).join("");
  return inner === ""
    ? `<${name}${said.join("")}/>`
    : `<${name}${said.join("")}>${inner}</${name}>`;
}

function plain({ name, attributes, text, children }: XmlElement): Tree {
  return { name, attributes: { ...attributes }, text, children: children.map(plain) };
}

const flat = (tree: Tree): readonly Tree[] => [tree, ...tree.children.flatMap(flat)];
/** In the order in which they end. */
const ending = (tree: Tree): readonly Tree[] => [...tree.children.flatMap(ending), tree];

describe("a document", () => {
  it("is read as it was meant, however its signs are written", () => {
    fc.assert(
      fc.property(anyTree, fc.constantFrom(escaped, numbered), (tree, write) => {
        const { root, problems } = readXml(`<?xml version="1.0"?>\n${print(tree, write)}\n`);
        expect(problems).toEqual([]);
        expect(plain(root!)).toEqual(tree);
      }),
    );
  });

  it("keeps what is not taken; every element but the root is offered once, as it ends", () => {
    fc.assert(
      fc.property(anyTree, anyName, (tree, wanted) => {
        const offered: Tree[] = [];
        const { root } = readXml(print(tree), (element, within) => {
          offered.push(plain(element));
          expect(within[0]!.name).toBe(tree.name);
          return element.name === wanted;
        });
        const without = (one: Tree): Tree => ({
          ...one,
          children: one.children.filter(({ name }) => name !== wanted).map(without),
        });
        expect(plain(root!)).toEqual(without(tree));
        expect(offered).toEqual(ending(tree).slice(0, -1).map(without));
      }),
    );
  });

  it("says where each element begins", () => {
    fc.assert(
      fc.property(anyTree, (tree) => {
        const text = print(tree);
        const { root } = readXml(text);
        const all = (one: XmlElement): readonly XmlElement[] => [one, ...one.children.flatMap(all)];
        for (const { at, name } of all(root!)) expect(text.startsWith(`<${name}`, at)).toBe(true);
        expect(all(root!)).toHaveLength(flat(tree).length);
      }),
    );
  });

  it("that is cut off gives what there was of it, and says what is open", () => {
    fc.assert(
      fc.property(anyTree, fc.nat(), (tree, cut) => {
        const text = print(tree);
        const part = text.slice(0, cut % text.length);
        const { root, problems } = readXml(part);
        expect(root?.name ?? tree.name).toBe(tree.name);
        expect(problems.length).toBeGreaterThan(0);
        expect(problems.map(({ code }) => code)).toContain(root ? "xml-cut" : "xml-none");
      }),
    );
  });

  it.each([
    ["an entity that nobody knows stays as it is", "<a>&nbsp;&b;</a>", "&nbsp;&b;"],
    ["what is verbatim is not decoded", "<a>1 &lt; <![CDATA[&lt;]]></a>", "1 < &lt;"],
    ["a comment is no text", "<a>one<!-- & --> two</a>", "one two"],
    ["room between elements is no text", "<a>\n  <b/>\n </a>", ""],
    ["room before words is", "<a> one</a>", " one"],
  ])("%s", (_, text, read) => {
    expect(readXml(text).root!.text).toBe(read);
  });

  it("has the first of two attributes of a name, and none that reach beyond it", () => {
    const { root } = readXml('<a id="1" id="2" __proto__="3" constructor="4"/>');
    expect(root!.attributes["id"]).toBe("1");
    expect(({} as Record<string, unknown>)["3"]).toBeUndefined();
    expect(Object.prototype.toString.call(root!.attributes)).toBe("[object Object]");
  });

  it("is bounded in depth, and said once to be", () => {
    const { root, problems } = readXml(`${"<a>".repeat(70)}deep${"</a>".repeat(70)}<b/>`);
    expect(problems.map(({ code }) => code)).toEqual(["xml-deep"]);
    let depth = 0;
    for (let at = root; at; at = at.children[0]) depth++;
    expect(depth).toBe(64);
  });
});

it("lines are counted from 1, by the line ends before", () => {
  fc.assert(
    fc.property(fc.string({ unit: fc.constantFrom("a", "\n") }), (text) => {
      const lineAt = lineFinder(text);
      for (let at = 0; at <= text.length; at++) {
        expect(lineAt(at)).toBe(text.slice(0, at).split("\n").length);
      }
    }),
  );
});
