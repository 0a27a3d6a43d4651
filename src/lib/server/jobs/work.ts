import { arrange, isTooMany, outlineOf, type ArrangeShape } from '$lib/core/arrange';
import {
  arrangeAnswerSchema,
  arrangeRequestSchema,
  bobbinsAnswerSchema,
  bobbinsRequestSchema,
  composeRequestSchema,
  csvToTape,
  layoutAnswerSchema,
  layoutRequestSchema,
  outlineRequestSchema,
  planReportSchema,
  planRequestSchema,
  priceAnswerSchema,
  priceRequestSchema,
  readingReport,
  readingReportSchema,
  scheduleAnswerSchema,
  scheduleRequestSchema,
  stitchListSchema,
  stopOrderAnswerSchema,
  stopOrderRequestSchema,
  tapeFromBase64,
} from '$lib/core/exchange';
import { planBobbins } from '$lib/core/bobbins';
import { priceOrder } from '$lib/core/price';
import { scheduleBatch } from '$lib/core/schedule';
import { orderStops } from '$lib/core/stop-order';
import { composeHooping, type HoopingTask } from '$lib/core/hooping';
import { cutSheet, solveLayout } from '$lib/core/nesting';
import { measureTape, type MachineSettings, type MeasuredTape } from '$lib/core/machine';
import { makeOutline, type Shape } from '$lib/core/maker';
import { numbersWith } from '$lib/core/numbers';
import { ok, type Result } from '$lib/core/base';
import { readDesign } from '$lib/core/techniques';
import { fitsATape, tapeIdOf, readTape, rowsToTape, writeTape, type Tape } from '$lib/core/tape';
import { planFor } from '../plan';
import { jsonAnswer, parseJson, refusal, resultAnswer, type Answer } from './answers';

/**
 * What the routes do, from bytes to bytes: all of it runs in a worker. A job is a pure function of its input.
 */
export const JOBS = {
  /** Tape bytes in, the reading out. */
  reading({ body }: { body: Uint8Array }): Answer {
    const tape = readTape(body);
    if (!tape.ok) return refusal(tape.problem, tape.problem.code === 'too-large' ? 413 : 422);
    const reading = readDesign(tape.value, { trimJumps: numbersWith()['reading.trimJumps'] });
    return jsonAnswer(readingReportSchema.parse(readingReport(reading)));
  },

  /** A stitch list in (JSON, or CSV with the columns x,y,kind), tape bytes out. */
  tape({ body, csv, label }: { body: Uint8Array; csv: boolean; label: string }): Answer {
    if (csv) return tapeAnswer(csvToTape(new TextDecoder().decode(body), label));
    const list = parseJson(body, stitchListSchema, 'bad-stitch-list');
    if ('refused' in list) return list.refused;
    return tapeAnswer(ok(rowsToTape(list.value.label, list.value.stitches)));
  },

  /** A build and its tape in; score, pieces, time, thread and the plan check out. */
  plan({ body }: { body: Uint8Array }): Answer {
    const asked = parseJson(body, planRequestSchema);
    if ('refused' in asked) return asked.refused;
    const plan = planFor(asked.value);
    return plan.ok ? jsonAnswer(planReportSchema.parse(plan.value)) : resultAnswer(plan);
  },

  /** Pieces and stock in, a layout out. */
  layout({ body }: { body: Uint8Array }): Answer {
    const asked = parseJson(body, layoutRequestSchema);
    if ('refused' in asked) return asked.refused;
    const { pieces, stock, edgeToEdge, gapMm, plies, seconds } = asked.value;
    const from = performance.now();
    const gone = () => (performance.now() - from) / 1000;
    const layout = solveLayout(pieces, stock, {
      edgeToEdge,
      gapMm,
      seed: 1,
      mayContinue: () => gone() < seconds,
    });
    const sheets = layout.sheets.map((sheet) => {
      const of = stock.find((s) => s.id === sheet.stockId);
      const roll = of?.roll ?? of?.quantity === 1;
      const heightMm = roll ? sheet.usedHeightMm : (of?.heightMm ?? 0);
      const plan = edgeToEdge ? cutSheet(sheet.placements, of?.widthMm ?? 0, heightMm, plies) : null;
      const cuts = plan?.cuts.map(({ stack, ...cut }) => ({ ...cut, stacked: stack.length })) ?? null;
      return { ...sheet, cuts, rests: plan?.rests ?? [] };
    });
    return jsonAnswer(layoutAnswerSchema.parse({ ...layout, sheets, seconds: gone() }));
  },

  /** Shapes and a hoop's field in, where each lies out. */
  arrange({ body }: { body: Uint8Array }): Answer {
    const asked = parseJson(body, arrangeRequestSchema);
    if ('refused' in asked) return asked.refused;
    const { seconds, ...task } = asked.value;
    const shapes: ArrangeShape[] = [];
    for (const shape of task.shapes) {
      const outline = outlineOf(shape.outline, shape.id);
      if (!outline.ok) return resultAnswer(outline);
      shapes.push({ ...shape, ...outline.value });
    }
    if (isTooMany({ ...task, shapes })) return refusal(tooMany);
    const from = performance.now();
    const gone = () => (performance.now() - from) / 1000;
    const found = arrange({ ...task, shapes }, { left: () => (seconds > 0 ? 1 - gone() / seconds : 0) });
    return jsonAnswer(
      arrangeAnswerSchema.parse({ count: found.placements.length, ...found, computeSeconds: gone() }),
    );
  },

  /** Tapes and where each item lies in, one tape for the whole hooping out. */
  compose({ body }: { body: Uint8Array }): Answer {
    const asked = parseJson(body, composeRequestSchema);
    if ('refused' in asked) return asked.refused;
    const tapes: HoopingTask['tapes'][number][] = [];
    for (const { id, base64 } of asked.value.tapes) {
      const sent = tapeFromBase64(base64, `The tape ${id}`);
      if (!sent.ok) return resultAnswer(sent);
      tapes.push({ id, tape: sent.value.tape });
    }
    const hooping = composeHooping({ ...asked.value, tapes });
    return tapeAnswer(hooping.ok ? ok(hooping.value.tape) : hooping);
  },

  /** A shape and its construction lines in, a tape of their stitches out. */
  outline({ body }: { body: Uint8Array }): Answer {
    const asked = parseJson(body, outlineRequestSchema);
    if ('refused' in asked) return asked.refused;
    const { shape: sent, around, ...task } = asked.value;
    let shape: Shape;
    if (sent.kind === 'tape') {
      const from = tapeFromBase64(sent.base64, 'The tape of the shape');
      if (!from.ok) return resultAnswer(from);
      shape = { kind: 'tape', tape: from.value.tape, growMm: sent.growMm };
    } else shape = sent;
    const design = around ? tapeFromBase64(around.base64, 'The design') : null;
    if (design && !design.ok) return resultAnswer(design);
    const made = makeOutline({
      ...task,
      shape,
      around: around && design ? { tape: design.value.tape, afterBlock: around.afterBlock } : undefined,
    });
    return tapeAnswer(made.ok ? ok(made.value.tape) : made);
  },

  /** Blocks, their threads and which come first in; the order with the fewest changes out. */
  stopOrder({ body }: { body: Uint8Array }): Answer {
    const asked = parseJson(body, stopOrderRequestSchema);
    if ('refused' in asked) return asked.refused;
    const { needles, ...task } = asked.value;
    const from = performance.now();
    const gone = () => (performance.now() - from) / 1000;
    const found = orderStops(task, needles ?? null, () => 1 - gone() / ORDER_SECONDS);
    if (!found.ok) return resultAnswer(found);
    const { threading, ...order } = found.value;
    const first = threading?.first.map((thread, n) => ({ needle: n + 1, thread })) ?? null;
    return jsonAnswer(stopOrderAnswerSchema.parse({ ...order, needles: first, computeSeconds: gone() }));
  },

  /** Heads, people and hoopings in, who does what when out. */
  schedule({ body }: { body: Uint8Array }): Answer {
    const asked = parseJson(body, scheduleRequestSchema);
    if ('refused' in asked) return asked.refused;
    const { seconds, ...task } = asked.value;
    const from = performance.now();
    const gone = () => (performance.now() - from) / 1000;
    const plan = scheduleBatch(task, () => (seconds > 0 ? 1 - gone() / seconds : 0));
    if (!plan.ok) return resultAnswer(plan);
    return jsonAnswer(scheduleAnswerSchema.parse({ ...plan.value, computeSeconds: gone() }));
  },

  /** What an order takes and what that costs in, its prices out. */
  price({ body }: { body: Uint8Array }): Answer {
    const asked = parseJson(body, priceRequestSchema);
    if ('refused' in asked) return asked.refused;
    const price = priceOrder(asked.value);
    return price.ok ? jsonAnswer(priceAnswerSchema.parse(price.value)) : resultAnswer(price);
  },

  /** What each block takes of which bobbin in, when to change it out. */
  bobbins({ body }: { body: Uint8Array }): Answer {
    const asked = parseJson(body, bobbinsRequestSchema);
    if ('refused' in asked) return asked.refused;
    const plan = planBobbins(asked.value);
    return plan.ok ? jsonAnswer(bobbinsAnswerSchema.parse(plan.value)) : resultAnswer(plan);
  },

  /** A tape for a simulated head, measured: what takes long is done before the head has it. */
  machineTape({ body, settings }: { body: Uint8Array; settings: MachineSettings }): Result<LoadedTape> {
    const tape = readTape(body);
    return tape.ok
      ? ok({ tape: tape.value, tapeId: tapeIdOf(body), measured: measureTape(tape.value, settings) })
      : tape;
  },
};
const tooMany = {
  code: 'too-many',
  message: 'More than 2,000 of this shape may fit, which is no hooping; nothing was arranged.',
  next: 'Say how many are wanted, or send a smaller field.',
};
/** An order is looked for so long, s. */
const ORDER_SECONDS = 0.8;
/** As a simulated machine takes it. */
export interface LoadedTape {
  tape: Tape;
  tapeId: string;
  measured: MeasuredTape;
}
/** What workers do, by name. */
export type Jobs = typeof JOBS;
/** Name of what workers do. */
export type JobName = keyof Jobs;

function tapeAnswer(list: Result<Tape>): Answer {
  const tape = list.ok ? fitsATape(list.value) : list;
  if (!tape.ok) return refusal(tape.problem);
  return {
    status: 200,
    headers: {
      'content-type': 'application/octet-stream',
      'content-disposition': 'attachment; filename="tape.dst"',
    },
    body: writeTape(tape.value),
  };
}
