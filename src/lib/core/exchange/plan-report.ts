import type { Finding } from '../check';
import { needOf } from '../order';
import * as z from 'zod';
import { buildSchema } from '../build';
import { explainDimension, orderedNotions } from '../cut';
import type { BuildPlan } from '../plan';
import type { HandStep } from '../score';
import { ROLES } from '../reading';
import { MATERIAL_KINDS, NOTION_KEYS } from '../catalogue';
import { itemAt, idSchema } from '../base';
import { workshopSchema } from '../workshop';

/**
 * POST /api/plan takes this. Of the build only what differs from what would be proposed for its tape; without a workshop,
 * one machine with the usual hoops.
 */
export const planRequestSchema = z.object({
  build: buildSchema.partial().default({}),
  workshop: workshopSchema.optional(),
  /** the tape's bytes, base64; not needed where the build holds typed stops */
  tape: z.string().optional(),
  /** tapes of the build's insertions, base64, by insertion */
  inserted: z.record(idSchema(120), z.string()).optional(),
  /** ISO date for which due dates are judged */
  today: z.iso.date().optional(),
});
export type PlanRequest = z.infer<typeof planRequestSchema>;

const seconds = z.number().min(0);
const stepBase = {
  id: z.string(),
  title: z.string(),
  because: z.string(),
  stop: z.int(),
  seconds,
  waitSeconds: seconds,
};
const planReportSchemaShape = {
  technique: z.string(),
  schools: z.record(z.string(), z.string()),
  score: z.array(
    z.discriminatedUnion('kind', [
      z.object({
        ...stepBase,
        kind: z.literal('needle'),
        block: z.int(),
        role: z.enum(ROLES),
        freeSeconds: seconds,
        skipped: z.boolean(),
        again: z.boolean(),
        inserted: z.string().nullable(),
      }),
      z.object({
        ...stepBase,
        kind: z.literal('hand'),
        hand: z.int(),
        action: z.string(),
        text: z.string(),
        side: z.enum(['front', 'back', 'off']),
        face: z.enum(['up', 'down']).nullable(),
        hoop: z.enum(['stay', 'may', 'off']).nullable(),
        pieces: z.array(z.string()),
        trimLineMm: z.number().nullable(),
        tools: z.array(z.string()),
        cautions: z.array(z.string()),
      }),
    ]),
  ),
  pieces: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      purpose: z.string(),
      widthMm: z.number(),
      heightMm: z.number(),
      quantity: z.int(),
      layers: z.int(),
      material: z.enum(MATERIAL_KINDS),
      layFace: z.enum(['up', 'down']),
      side: z.enum(['front', 'back', 'base']),
      preCut: z.boolean(),
      mirrored: z.boolean(),
      mayTurn: z.boolean(),
      arrow: z.enum(['up', 'threads', 'none']),
      prewash: z.enum(['first', 'done', 'no']),
      fusedTo: z.string().nullable(),
      because: z.string(),
    }),
  ),
  notions: z.array(
    z.object({
      notion: z.enum(NOTION_KEYS),
      amount: z.number(),
      lengthMm: z.number().nullable(),
      because: z.string(),
    }),
  ),
  time: z.object({
    needleSeconds: seconds,
    handSeconds: seconds,
    passiveSeconds: seconds,
    itemSeconds: seconds,
    screenSeconds: seconds,
  }),
  thread: z.object({
    topM: z.number(),
    bobbinM: z.number(),
    bobbinHoldsM: z.number(),
    byThread: z.array(z.object({ name: z.string(), colour: z.string(), metres: z.number() })),
    bobbinSwapsBefore: z.array(z.string()),
  }),
  checks: z.array(
    z.object({
      id: z.string(),
      severity: z.enum(['stop', 'mind', 'tip']),
      stepId: z.string().nullable(),
      message: z.string(),
      because: z.string(),
      silenced: z.string().nullable(),
    }),
  ),
};
/** POST /api/plan answers this: mm, seconds, metres. */
export const planReportSchema = z.object(planReportSchemaShape);
export type PlanReport = z.infer<typeof planReportSchema>;

/** @param cutLengthMm how far hands cut in a step, along its block */
export function planReport(
  plan: BuildPlan,
  findings: readonly Finding[],
  cutLengthMm: (step: HandStep, block: number) => number,
): PlanReport {
  const { score, thread } = plan;
  const { steps: times, item } = plan.time;
  return {
    technique: score.technique,
    schools: score.schools,
    score: score.steps.map((step) => {
      const { seconds, waitSeconds, freeSeconds } = itemAt(times, step.id);
      const { id, title, because, stop } = step;
      const base = { id, title, because, stop, seconds, waitSeconds };
      return step.kind === 'needle'
        ? {
            ...base,
            kind: step.kind,
            block: step.block,
            role: step.role,
            freeSeconds,
            skipped: step.skipped,
            again: step.again,
            inserted: step.inserted?.name ?? null,
          }
        : {
            ...base,
            kind: step.kind,
            hand: step.hand,
            action: step.action,
            text: step.text,
            side: step.side,
            face: step.face ?? null,
            hoop: step.hoop ?? null,
            pieces: step.pieces,
            trimLineMm: step.along === null ? null : cutLengthMm(step, step.along),
            tools: step.tools,
            cautions: step.cautions,
          };
    }),
    pieces: plan.cut.pieces.map((p) => ({
      id: p.id,
      name: p.name,
      purpose: p.purpose,
      widthMm: p.width.cutMm,
      heightMm: p.height.cutMm,
      quantity: needOf(p, plan.order),
      layers: p.layers,
      material: p.material,
      layFace: p.layFace,
      side: p.side,
      preCut: p.preCut,
      mirrored: p.mirrored,
      mayTurn: p.mayTurn,
      arrow: p.arrow,
      prewash: p.prewash,
      fusedTo: p.of,
      because: `${explainDimension(p.width, 'mm')}; ${explainDimension(p.height, 'mm')}`,
    })),
    notions: orderedNotions(plan.cut.notions, plan.order),
    time: item,
    thread: {
      topM: thread.topM,
      bobbinM: thread.bobbinM,
      bobbinHoldsM: thread.bobbinHoldsM,
      byThread: thread.byThread.map(({ name, colour, metres }) => ({ name, colour, metres })),
      bobbinSwapsBefore: thread.bobbins.swaps.map((s) => s.stepId),
    },
    checks: findings.map(({ id, severity, stepId, message, because, silenced }) => ({
      id,
      severity,
      stepId,
      message,
      because,
      silenced,
    })),
  };
}
