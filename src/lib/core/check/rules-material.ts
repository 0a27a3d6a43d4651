import { itemAt } from '../base';
import type { Trait } from '../build';
import { actionOf, hasTrait, MATERIALS } from '../catalogue';
import type { ScorePiece } from '../score';
import { techniqueById } from '../techniques';
import { bases, changed, hangingIn, isCloth, names } from './words';
import type { CheckContext, Found, CheckRule } from './types';

const withTrait = (c: CheckContext, trait: Trait) => c.score.pieces.filter((p) => p.traits.includes(trait));
const thatMark = (c: CheckContext) => c.score.pieces.filter((p) => hasTrait(p.material, 'keeps holes'));
const isApplique = (p: ScorePiece) => p.tags.includes('applique');
const offers = (c: CheckContext, choice: string, school: string) =>
  techniqueById(c.score.technique).choices?.some(
    (o) => o.key === choice && o.schools.some((s) => s.key === school),
  ) ?? false;
/** What the materials can bear. */
export const materialRules: CheckRule[] = [
  {
    id: 'knit-no-stay',
    severity: 'mind',
    find: (c) => {
      const knits = withTrait(c, 'stretch').filter((p) => p.fusible === 'none' && isCloth(p));
      const stays = c.score.pieces.some((p) => p.material === 'cut-away');
      const under = bases(c).find((p) => !isCloth(p)) ?? bases(c)[0];
      return knits.length && !stays
        ? [
            {
              stepId: c.layOf(itemAt(knits, 0).id)?.id ?? null,
              message: `${names(knits)} stretch${knits.length > 1 ? '' : 'es'}, and nothing that stays lies under the stitches.`,
              because:
                'A knit pulls out of shape under the needle and in the wash; cut-away or a fused mesh holds it.',
              ...(under &&
                !hangingIn(c) && {
                  fix: {
                    label: 'Take cut-away as the base',
                    change: changed(c, [under], { kind: 'cut-away' }),
                  },
                }),
            },
          ]
        : [];
    },
  },
  {
    id: 'pile-no-topping',
    severity: 'mind',
    find: (c) => {
      const pile = c.score.pieces.filter((p) => p.traits.includes('pile') || hasTrait(p.material, 'pile'));
      if (!pile.length || c.hands.some(({ step }) => step.action === 'topping')) return [];
      const over = c.needles.find(({ step }) => step.role === 'decoration' || step.role === 'cover');
      return over
        ? [
            {
              stepId: over.step.id,
              message: `${names(pile)} has pile, and no topping lies over it.`,
              because: 'Loops and fluff poke through the stitches.',
              ...(offers(c, 'topping', 'film') && {
                fix: { label: 'Lay topping', change: { schools: { ...c.build.schools, topping: 'film' } } },
              }),
            },
          ]
        : [];
    },
  },
  {
    id: 'heavy-bond',
    severity: 'mind',
    find: (c) => {
      const heavy = c.score.pieces.filter((p) => p.fusible === 'heavy' && p.size.rule !== 'hoop');
      return heavy.length
        ? [
            {
              stepId: c.layOf(itemAt(heavy, 0).id)?.id ?? null,
              message: `${names(heavy)} ${heavy.length > 1 ? 'have' : 'has'} heavy bond on the back.`,
              because: 'It is meant for patches: under stitches it gums the needle and stiffens the work.',
              fix: { label: 'Take light fusible', change: changed(c, heavy, { fusible: 'light' }) },
            },
          ]
        : [];
    },
  },
  {
    id: 'no-fusible',
    severity: 'tip',
    find: (c) => {
      const { hold, cut } = c.score.schools;
      const loose = c.score.pieces.filter((p) => isApplique(p) && p.fusible === 'none');
      if (!c.build.use.washed || !loose.length || hold === 'fuse' || cut === 'pre-cut') return [];
      return [
        {
          stepId: c.layOf(itemAt(loose, 0).id)?.id ?? null,
          message: `${names(loose)} ${loose.length > 1 ? 'have' : 'has'} no fusible, and the item is washed.`,
          because: 'Between its edges an unfused piece bubbles after a few washes.',
          fix: { label: 'Light fusible on them', change: changed(c, loose, { fusible: 'light' }) },
        },
      ];
    },
  },
  {
    id: 'not-prewashed',
    severity: 'mind',
    find: (c) => {
      const raw = c.score.pieces.filter((p) => MATERIALS[p.material].shrinks && !p.prewashed);
      return c.build.use.washed && raw.length
        ? [
            {
              stepId: null,
              message: `${names(raw)} ${raw.length > 1 ? 'are' : 'is'} not prewashed, and the item is washed.`,
              because: 'Cloth that shrinks after it is sewn puckers for good.',
              fix: { label: 'They are prewashed', change: changed(c, raw, { prewashed: true }) },
            },
          ]
        : [];
    },
  },
  {
    id: 'metal-zip',
    severity: 'stop',
    find: (c) =>
      withTrait(c, 'metal')
        .filter((p) => p.material === 'zip')
        .map((p) => ({
          stepId: c.layOf(p.id)?.id ?? null,
          message: `${p.name} has metal teeth.`,
          because: 'A needle that meets them breaks and flies; take a coil zip.',
        })),
  },
  {
    id: 'slippery-back',
    severity: 'mind',
    find: (c) =>
      withTrait(c, 'slippery').flatMap((p): Found[] => {
        const lay = c.layOf(p.id);
        return lay?.side === 'back'
          ? [
              {
                stepId: lay.id,
                message: `${p.name} is slippery, and it goes on the back.`,
                because:
                  'It slides under the hoop unseen, and the finished thing slides too; take one that grips.',
              },
            ]
          : [];
      }),
  },
  {
    id: 'film-heat',
    severity: 'mind',
    find: (c) =>
      c.hands.flatMap(({ step, at }): Found[] => {
        const hot = step.cautions.some((k) => k === 'iron' || k === 'press') && step.action !== 'press';
        const film = c.before(at).layers.find((l) => !isCloth(l) && hasTrait(l.material, 'melts'));
        return hot && film
          ? [
              {
                stepId: step.id,
                message: `An iron is used at “${step.title}” while ${film.name} is in the hoop.`,
                because:
                  'Film melts into the stitches; keep the iron on the piece and off the film, or glue instead.',
              },
            ]
          : [];
      }),
  },
  {
    id: 'vinyl-heat',
    severity: 'mind',
    find: (c) => {
      const vinyl = thatMark(c);
      if (!vinyl.length) return [];
      const hot = c.hands.find(({ step }) => actionOf(step).hot);
      const pins = c.hands.find(
        ({ step }) => step.heldBy === 'pins' && step.pieces.some((id) => vinyl.some((v) => v.id === id)),
      );
      const found: Found[] = [];
      if (hot)
        found.push({
          stepId: hot.step.id,
          message: `${names(vinyl)}: vinyl never goes under an iron on its good side.`,
          because: 'It melts and takes the mark of the iron.',
        });
      if (pins)
        found.push({
          stepId: pins.step.id,
          message: `${names(vinyl)} is pinned.`,
          because: 'Every hole in vinyl stays.',
          fix: { label: 'Tape it', change: { schools: { ...c.build.schools, hold: 'tape' } } },
        });
      return found;
    },
  },
  {
    id: 'needle-kind',
    severity: 'tip',
    find: (c) => {
      const knits = withTrait(c, 'stretch');
      const vinyl = thatMark(c);
      if (knits.length && c.build.needle !== 'ballpoint')
        return [
          {
            stepId: null,
            message: `${names(knits)} wants a ballpoint needle.`,
            because: 'A sharp point cuts the loops of a knit, and holes run from there.',
            fix: { label: 'Ballpoint 75/11', change: { needle: 'ballpoint' } },
          },
        ];
      if (vinyl.length && c.build.needle !== 'sharp')
        return [
          {
            stepId: null,
            message: `${names(vinyl)} wants a sharp needle, 80/12.`,
            because: 'An embroidery point pushes vinyl instead of piercing it.',
            fix: { label: 'Sharp 80/12', change: { needle: 'sharp' } },
          },
        ];
      return [];
    },
  },
  {
    id: 'keep-dry',
    severity: 'stop',
    find: (c) => {
      const dry = withTrait(c, 'keep-dry');
      const wet = c.hands.find(({ step }) => step.action === 'dissolve');
      return dry.length && wet
        ? [
            {
              stepId: wet.step.id,
              message: `${names(dry)} must not get wet, and the base is dissolved in water.`,
              because: 'A base that tears or pops away keeps it dry.',
              ...(offers(c, 'base', 'tear') && {
                fix: { label: 'Take tear-away', change: { schools: { ...c.build.schools, base: 'tear' } } },
              }),
            },
          ]
        : [];
    },
  },
  {
    id: 'nap-turned',
    severity: 'mind',
    find: (c) => {
      const nap = withTrait(c, 'directional');
      return nap.length && c.field.turned
        ? [
            {
              stepId: c.layOf(itemAt(nap, 0).id)?.id ?? null,
              message: `The design lies a quarter turned in the hoop, and ${names(nap)} has a direction.`,
              because: 'Turn the cloth with the design, or the print lies on its side.',
            },
          ]
        : [];
    },
  },
];
