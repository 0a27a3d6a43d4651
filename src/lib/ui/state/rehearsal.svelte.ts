import { itemAt } from '$lib/core/base';
import { rehearse, type RehearsalAnswer, type RehearsalQuestion } from '$lib/core/rehearsal';
import type { Build } from '$lib/core/build';
import type { BuildPlan } from '$lib/core/plan';
import { stackAt, stackHere } from '$lib/core/score';
import { PageMachine } from '$lib/machines';
import { showProblem } from './notices';
import { readBuild } from './read-build.svelte';
import { readingsOf } from './read-parts';
import { workroom } from './workroom.svelte';

/** The longest block takes about so long, s. */
const LONGEST_S = 2.5;
const LEAST_RATE = 20;
const MOST_RATE = 400;

/** A build sewn fast by a machine in this page; at each stop the hands are asked for. Nothing goes into the log. */
export class Rehearsal {
  build = $state.raw<Build | null>(null);
  private plan = $state.raw<BuildPlan | null>(null);
  questions = $state.raw<RehearsalQuestion[]>([]);
  /** step of the score that is on */
  index = $state(0);
  /** of the block being sewn, 0-1 */
  share = $state(0);
  asked = $state.raw<RehearsalQuestion | null>(null);
  given = $state.raw<RehearsalAnswer | null>(null);
  answers = $state.raw<{ question: RehearsalQuestion; answer: RehearsalAnswer }[]>([]);
  missing = $state(false);
  private machine: PageMachine | null = null;
  private blocks = 0;

  readonly steps = $derived(this.plan?.score.steps ?? []);
  readonly step = $derived(this.steps[this.index]);
  private readonly lastNeedle = $derived(this.steps.findLastIndex((s) => s.kind === 'needle'));
  readonly over = $derived(this.plan !== null && !this.asked && this.index > this.lastNeedle);
  readonly right = $derived(this.answers.filter((a) => a.answer.right).length);
  /** what lies in the hoop: before the answer as it was, after it as it should be */
  readonly stack = $derived(
    this.plan
      ? stackHere(
          stackAt(
            this.plan.score,
            this.asked
              ? this.given
                ? this.asked.at + this.asked.stepIds.length - 1
                : this.asked.at - 1
              : this.index,
          ),
          this.steps[this.asked?.at ?? this.index],
        )
      : null,
  );

  async load(id: string) {
    const build = workroom.builds.find((b) => b.id === id);
    const read = build && (await readBuild(build));
    if (!build || !read?.ok) {
      this.missing = true;
      if (read && !read.ok) showProblem(read.problem);
      return;
    }
    const { own, inserted } = read.value;
    const { plan, questions } = rehearse(
      build,
      own.reading,
      workroom.workshop,
      readingsOf(inserted),
      Date.now() % 1_000_000,
    );
    this.build = build;
    this.plan = plan;
    this.questions = questions;
    this.blocks = own.reading.blocks.length;
    if (!build.typed) {
      const longest = Math.max(
        ...plan.score.steps.map((s) => (s.kind === 'needle' ? itemAt(plan.time.steps, s.id).seconds : 0)),
      );
      const { numbers } = workroom;
      this.machine = new PageMachine(
        'rehearsal',
        {
          seed: 1,
          speed: plan.machine.speed,
          breaksPer10k: 0,
          bobbinM: Infinity,
          halts: 'all',
          changeSeconds: 0,
          trimSeconds: numbers['stop.trimHome'],
          numbers,
        },
        Math.min(MOST_RATE, Math.max(LEAST_RATE, longest / LONGEST_S)),
      );
      await this.machine.load(own.tape);
      this.machine.watch((state) => {
        const step = this.step;
        if (step?.kind !== 'needle' || this.asked) return;
        const here = state.block === step.block && state.status !== 'done';
        this.share = here ? state.stitch / Math.max(1, state.blockStitches) : 1;
        if (this.sewing === step.block && (!here || state.status === 'done')) {
          this.sewing = -1;
          this.next();
        }
      });
    }
    this.go();
  }
  close() {
    void this.machine?.close();
  }

  private sewing = -1;
  /** On from the step at hand: sews it, or asks. */
  private go() {
    const question = this.questions.find((q) => q.at === this.index);
    if (question) {
      this.asked = question;
      this.given = null;
      return;
    }
    const { step } = this;
    if (!step || this.index > this.lastNeedle) return;
    this.share = 0;
    const sews = step.kind === 'needle' && !step.skipped && this.machine && step.block < this.blocks;
    if (!sews) return this.next();
    void this.machine?.jump(step.block, 0).then(() => {
      this.sewing = step.block;
      void this.machine?.start();
    });
  }
  private next() {
    this.index++;
    this.go();
  }
  answer(answer: RehearsalAnswer) {
    if (!this.asked || this.given) return;
    this.given = answer;
    this.answers = [...this.answers, { question: this.asked, answer }];
  }
  advance() {
    const { asked } = this;
    if (!asked || !this.given) return;
    this.asked = null;
    this.index = asked.at + asked.stepIds.length;
    this.go();
  }
}
