import fc from 'fast-check';
import type * as z from 'zod';

/** Names that an object of JavaScript has by itself, and others that a look-up may trip over. */
const NASTY = [
  'constructor',
  '__proto__',
  'toString',
  'hasOwnProperty',
  'valueOf',
  'prototype',
  '',
  ' ',
  '0',
  '-1',
  'null',
  'NaN',
  '\u0000',
  '𝒳',
  '<script>',
  '../..',
  "'",
];
/** Of whole numbers and of lengths: the ends, and what is next to them. */
const within = (min: number, max: number, whole: boolean): fc.Arbitrary<number> => {
  const near = [min, max, 0, 1, -1, 0.1, 1e-9, 1e-170, 5e-324, 1e9, Number.MAX_SAFE_INTEGER].filter(
    (v) => v >= min && v <= max && (!whole || Number.isInteger(v)),
  );
  const any = whole
    ? fc.integer({ min: Math.max(min, -(2 ** 31)), max: Math.min(max, 2 ** 31 - 1) })
    : fc.double({ min, max, noNaN: true, noDefaultInfinity: true });
  return near.length ? fc.oneof(any, fc.constantFrom(...near)) : any;
};

type Def = { type: string } & Record<string, unknown>;
interface Check {
  _zod: { def: { check: string; value?: number; minimum?: number; maximum?: number; inclusive?: boolean } };
}
const defOf = (schema: z.ZodType): Def => (schema as unknown as { def: Def }).def;
const checksOf = (def: Def) => ((def.checks as Check[] | undefined) ?? []).map((c) => c._zod.def);

/**
 * Values that fit a schema, made from it: every field, its limits, and words that trip look-ups by name. What a `refine` asks
 * beyond the shape is not known here: such values are refused by the schema, which is an answer too.
 * @param most items of a list, so that one body stays small
 */
export function arbitraryOf(schema: z.ZodType, most = 4): fc.Arbitrary<unknown> {
  const def = defOf(schema);
  const of = (s: unknown) => arbitraryOf(s as z.ZodType, most);
  const checks = checksOf(def);
  const limit = (name: string) => checks.find((c) => c.check === name);
  switch (def.type) {
    case 'string': {
      const { minLength, maxLength, pattern, format } = schema as unknown as {
        minLength: number | null;
        maxLength: number | null;
        format: string | null;
        pattern?: RegExp;
      };
      if (format === 'date')
        return fc
          .date({ min: new Date(0), max: new Date(4e12), noInvalidDate: true })
          .map((d) => d.toISOString().slice(0, 10));
      if (format === 'datetime')
        return fc
          .date({ min: new Date(0), max: new Date(4e12), noInvalidDate: true })
          .map((d) => d.toISOString());
      const regex =
        pattern ??
        (checks.find((c) => c.check === 'string_format') as { pattern?: RegExp } | undefined)?.pattern;
      if (regex) return fc.stringMatching(new RegExp(regex.source));
      const fits = (s: string) => s.length >= (minLength ?? 0) && s.length <= (maxLength ?? 200);
      // Seldom, or no body would come past the first field.
      return fc.oneof(
        {
          weight: 40,
          arbitrary: fc.string({ minLength: minLength ?? 0, maxLength: Math.min(maxLength ?? 40, 40) }),
        },
        { weight: 1, arbitrary: fc.constantFrom(...NASTY.filter(fits)) },
      );
    }
    case 'number': {
      const { minValue, maxValue, isInt } = schema as unknown as {
        minValue: number | null;
        maxValue: number | null;
        isInt: boolean;
      };
      return within(Math.max(minValue ?? -1e12, -1e15), Math.min(maxValue ?? 1e12, 1e15), isInt);
    }
    case 'int':
      return within(-1e9, 1e9, true);
    case 'boolean':
      return fc.boolean();
    case 'literal':
      return fc.constantFrom(...(def.values as unknown[]));
    case 'enum':
      return fc.constantFrom(...Object.values(def.entries as Record<string, unknown>));
    case 'array': {
      const min = limit('min_length')?.minimum ?? 0;
      const max = Math.min(limit('max_length')?.maximum ?? most, Math.max(most, min));
      return fc.array(of(def.element), { minLength: min, maxLength: max });
    }
    case 'tuple':
      return fc.tuple(...(def.items as z.ZodType[]).map(of));
    case 'object': {
      const shape = def.shape as Record<string, z.ZodType>;
      const optional = (s: z.ZodType) => ['optional', 'default'].includes(defOf(s).type);
      return fc.record(Object.fromEntries(Object.entries(shape).map(([key, s]) => [key, of(s)])), {
        requiredKeys: Object.keys(shape).filter((key) => !optional(shape[key])),
      });
    }
    case 'record':
      return fc.dictionary(of(def.keyType) as fc.Arbitrary<string>, of(def.valueType), { maxKeys: most });
    case 'union':
      return fc.oneof(...(def.options as z.ZodType[]).map(of));
    case 'optional':
      return fc.option(of(def.innerType), { nil: undefined });
    case 'nullable':
      return fc.option(of(def.innerType), { nil: null });
    case 'default':
    case 'readonly':
      return of(def.innerType);
    case 'pipe':
      return of(def.in);
    default:
      throw new Error(`No values are known for a schema of type ${def.type}.`);
  }
}
