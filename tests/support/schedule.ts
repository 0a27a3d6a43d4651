import { type Schedule, type ScheduleTask } from '$lib/core/schedule';

/** Sums of seconds are told apart no finer. */
const EPS = 1e-5;
const overlap = (a: [number, number], b: [number, number]) => Math.min(a[1], b[1]) - Math.max(a[0], b[0]);

/** What a plan breaks, rule by rule, as whoever reads the agreement would check it; empty: nothing. */
export function broken(
  task: ScheduleTask,
  plan: Pick<Schedule, 'tasks' | 'setups' | 'finishS' | 'lateS'>,
): string[] {
  const faults: string[] = [];
  const no = (what: string) => faults.push(what);
  const shifts = new Map(task.people.map((p) => [p.id, p.shifts]));
  const covered = (all: readonly { fromS: number; toS: number }[], from: number, to: number) => {
    let at = from;
    for (const s of [...all].sort((a, b) => a.fromS - b.fromS))
      if (s.fromS <= at + EPS) at = Math.max(at, s.toS);
    return at >= to - EPS;
  };
  const byPerson = new Map<string, [number, number][]>();
  const work = (who: string | null, from: number, to: number, what: string) => {
    if (who === null) return void no(`${what}: nobody`);
    if (!covered(shifts.get(who) ?? [], from, to)) no(`${what}: ${who} is in no shift`);
    byPerson.set(who, [...(byPerson.get(who) ?? []), [from, to]]);
  };
  const everybody = task.people.flatMap((p) => p.shifts);
  const holds = new Map<string, { from: number; to: number; setup: string }[]>();
  const frames = new Map<string, [number, number][]>();
  let [finish, late] = [0, 0];
  for (const h of task.hoopings) {
    const own = plan.tasks.filter((t) => t.hoopingId === h.id);
    if (own.map((t) => t.stepId).join() !== h.steps.map((s) => s.id).join()) no(`${h.id}: other steps`);
    let at = h.releaseS;
    own.forEach((t, n) => {
      const step = h.steps[n]!;
      const what = `${h.id} ${step.id}`;
      if (t.startS < at - EPS) no(`${what}: before the one before it`);
      if (Math.abs(t.endS - t.startS - step.seconds) > EPS) no(`${what}: other length`);
      at = t.endS;
      const hands = step.kind === 'hand' || (step.kind === 'needle' && step.attended);
      if (hands) work(t.personId, t.startS, t.endS, what);
      else if (t.personId !== null) no(`${what}: somebody`);
      if (step.kind === 'needle' && !hands && !task.machineRunsAlone && !covered(everybody, t.startS, t.endS))
        no(`${what}: alone`);
      if (step.atHead !== (t.headId !== null)) no(`${what}: head`);
    });
    const on = own.filter((t) => t.headId !== null);
    const [first, last] = [on[0], on.at(-1)];
    if (first?.headId && last) {
      if (on.some((t) => t.headId !== first.headId)) no(`${h.id}: several heads`);
      if (h.heads && !h.heads.includes(first.headId)) no(`${h.id}: not on ${first.headId}`);
      holds.set(first.headId, [
        ...(holds.get(first.headId) ?? []),
        { from: first.startS, to: last.endS, setup: h.setup },
      ]);
      if (h.frameKind !== null && task.frames)
        frames.set(h.frameKind, [...(frames.get(h.frameKind) ?? []), [own[0]!.startS, last.endS]]);
    }
    finish = Math.max(finish, at);
    if (h.dueS !== null) late += Math.max(0, at - h.dueS);
  }
  for (const s of plan.setups) work(s.personId, s.startS, s.endS, `setup ${s.setup}`);
  for (const [id, all] of holds) {
    const head = task.heads.find((h) => h.id === id)!;
    let [free, word] = [head.availableFromS, head.setup];
    for (const hold of all.sort((a, b) => a.from - b.from)) {
      if (hold.from < free - EPS) no(`${id}: two at once`);
      if (task.setupSeconds > 0 && word !== null && word !== hold.setup) {
        const set = plan.setups.find(
          (s) =>
            s.headId === id && s.setup === hold.setup && s.startS >= free - EPS && s.endS <= hold.from + EPS,
        );
        if (!set || Math.abs(set.endS - set.startS - task.setupSeconds) > EPS)
          no(`${id}: not set up for ${hold.setup}`);
      }
      [free, word] = [hold.to, hold.setup];
    }
  }
  for (const [id, all] of byPerson) {
    const sorted = all.sort((a, b) => a[0] - b[0] || a[1] - b[1]);
    sorted.forEach((a, n) =>
      sorted.slice(n + 1, n + 4).forEach((b) => overlap(a, b) > EPS && no(`${id}: two things at once`)),
    );
  }
  for (const [kind, all] of frames) {
    const count = task.frames!.reduce((n, f) => n + (f.kind === kind ? f.count : 0), 0);
    for (const [from] of all)
      if (all.filter(([a, b]) => a <= from + EPS && b > from + EPS).length > count)
        no(`${kind}: more than there are`);
  }
  if (Math.abs(finish - plan.finishS) > EPS) no('finish');
  if (Math.abs(late - plan.lateS) > EPS) no('late');
  return faults;
}
