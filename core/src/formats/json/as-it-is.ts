import type { z } from "zod";
import { isSame } from "../../foundation/same";

/** True only where a schema accepts a value and gives back exactly this; false says nothing. */
export type StandsAsItIs = (value: unknown) => boolean;

type Schema = z.core.$ZodType;
type Kinds = z.core.$ZodTypes;
type Plain = Readonly<Record<string, unknown>>;

const known = new WeakMap<Schema, StandsAsItIs>();

/**
 * Most documents are our own: nothing in them is to be complained of or changed. This looks whether
 * that is so, by the schema's own definition, and makes nothing; the validator copies every object, and
 * in a page, where making code is forbidden, it has no faster way. A kind of schema or check that is not
 * understood here is asked of the validator.
 */
export function standsAsItIs(schema: Schema): StandsAsItIs {
  let tell = known.get(schema);
  if (!tell) {
    tell = toTell(schema) ?? byReading(schema);
    known.set(schema, tell);
  }
  return tell;
}

/** A schema with a quicker way to tell. */
export function tellBy<One extends Schema>(schema: One, tell: StandsAsItIs): One {
  known.set(schema, tell);
  return schema;
}

function byReading(schema: Schema): StandsAsItIs {
  return (value) => {
    const read = schema._zod.run({ value, issues: [] }, {});
    return !(read instanceof Promise) && read.issues.length === 0 && isSame(read.value, value);
  };
}

function toTell(schema: Schema): StandsAsItIs | undefined {
  const checks = checksOf(schema);
  const tell = byKind(schema as Kinds);
  if (!checks || !tell || checks.length === 0) return checks && tell;
  return (value) => tell(value) && checks.every((check) => check(value));
}

function byKind(schema: Kinds): StandsAsItIs | undefined {
  const { def, values } = schema._zod;
  switch (def.type) {
    case "literal":
    case "enum":
      return values && ((value) => values.has(value as never));
    case "boolean":
      return (value) => typeof value === "boolean";
    case "string":
      return "format" in def ? undefined : (value) => typeof value === "string";
    case "number":
      if (!("format" in def)) return Number.isFinite;
      return def.format === "safeint" ? Number.isSafeInteger : undefined;
    case "array": {
      const item = standsAsItIs(def.element);
      return (value) => Array.isArray(value) && everyOf(value, item);
    }
    case "object":
      return def.catchall ? undefined : objectTeller(def.shape);
    case "union":
      return "discriminator" in def
        ? choiceTeller(String(def.discriminator), def.options)
        : undefined;
    case "pipe":
      return pipeTeller(def);
    default:
      return undefined;
  }
}

/** Of a list without gaps, unlike `every`. */
function everyOf(list: readonly unknown[], tell: StandsAsItIs): boolean {
  for (const item of list) if (!tell(item)) return false;
  return true;
}

/** Of an object without fields that its shape does not name: those would be left out. */
function objectTeller(shape: z.core.$ZodShape): StandsAsItIs {
  const fields = Object.entries(shape).map(([name, schema]) => {
    const { type, innerType } = schema._zod.def as z.core.$ZodOptionalDef;
    const isOptional = type === "optional";
    return { name, isOptional, tell: standsAsItIs(isOptional ? innerType : schema) };
  });
  return (value) => {
    if (typeof value !== "object" || value === null || Array.isArray(value)) return false;
    let present = 0;
    for (const { name, isOptional, tell } of fields) {
      if (isOptional && !Object.hasOwn(value, name)) continue;
      if (!tell((value as Plain)[name])) return false;
      present++;
    }
    return Object.keys(value).length === present;
  };
}

function choiceTeller(discriminator: string, options: readonly Schema[]): StandsAsItIs {
  const tellers = new Map<unknown, StandsAsItIs>();
  for (const option of options) {
    for (const value of option._zod.propValues?.[discriminator] ?? []) {
      tellers.set(value, standsAsItIs(option));
    }
  }
  return (value) => {
    if (typeof value !== "object" || value === null) return false;
    return tellers.get((value as Plain)[discriminator])?.(value) === true;
  };
}

/** Of what is read and then made into something else, which may be the same. */
function pipeTeller({ in: from, out }: z.core.$ZodPipeDef): StandsAsItIs {
  const before = standsAsItIs(from);
  const after = byTransform(out._zod.def) ?? byReading(out);
  return (value) => before(value) && after(value);
}

function byTransform(def: z.core.$ZodTypeDef): StandsAsItIs | undefined {
  if (def.type !== "transform") return undefined;
  const { transform } = def as z.core.$ZodTransformDef;
  return (value) => {
    const payload: z.core.ParsePayload = { value, issues: [] };
    return isSame(transform(value, payload), value) && payload.issues.length === 0;
  };
}

/** Nothing where one of the checks is not known here. */
function checksOf({ _zod: { def } }: Schema): readonly StandsAsItIs[] | undefined {
  const checks: StandsAsItIs[] = [];
  for (const { _zod: check } of def.checks ?? []) {
    const tell = checkTeller(check.def as CheckDefs);
    if (!tell) return undefined;
    checks.push(tell);
  }
  return checks;
}

type CheckDefs = z.core.$ZodChecks["_zod"]["def"] | z.core.$ZodCustomDef;

function checkTeller(def: CheckDefs): StandsAsItIs | undefined {
  switch (def.check) {
    case "greater_than":
      return (value) => (def.inclusive ? value! >= def.value : value! > def.value);
    case "less_than":
      return (value) => (def.inclusive ? value! <= def.value : value! < def.value);
    case "multiple_of":
      return (value) => Number(value) % Number(def.value) === 0;
    case "min_length":
      return (value) => (value as ArrayLike<unknown>).length >= def.minimum;
    case "max_length":
      return (value) => (value as ArrayLike<unknown>).length <= def.maximum;
    case "overwrite":
      return (value) => def.tx(value) === value;
    case "custom":
      return (value) => def.fn(value) === true;
    default:
      return undefined;
  }
}
