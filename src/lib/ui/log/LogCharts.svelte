<script lang="ts">
  import Select from '../kit/Select.svelte';
  import {
    breaksBy,
    estimateAgainstReal,
    learningCurve,
    resultsByBuild,
    timeByKind,
    type BreakRate,
    type LoggedRun,
  } from '$lib/core/log';
  import type { LogChart as Chart } from './charts';
  import LogChart from './LogChart.svelte';

  let { runs }: { runs: readonly LoggedRun[] } = $props();
  const MOST_RUNS = 14;
  const MOST_KINDS = 12;
  const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
  const times = $derived(estimateAgainstReal(runs).slice(-MOST_RUNS));
  const kinds = $derived(timeByKind(runs).slice(0, MOST_KINDS));
  const results = $derived(resultsByBuild(runs));
  const builds = $derived([...new Map(runs.map((r) => [r.run.buildId, r.run.buildName]))]);
  let chosen = $state('');
  /** the build with the most runs, until another is chosen */
  const curveOf = $derived(
    chosen ||
      builds
        .map(([id]) => id)
        .sort((a, b) => learningCurve(runs, b).length - learningCurve(runs, a).length)[0] ||
      '',
  );
  const curve = $derived(learningCurve(runs, curveOf));

  const estimate = $derived<Chart>({
    kind: 'bars',
    labels: times.map((t) => [...t.name.split(' '), day.format(t.begun)]),
    series: [
      { label: 'planned', values: times.map((t) => t.planned), colour: 'rule', stack: 'planned' },
      { label: 'by the needle', values: times.map((t) => t.needle), colour: 'needle', stack: 'taken' },
      { label: 'by hands', values: times.map((t) => t.hands), colour: 'hands', stack: 'taken' },
    ],
    unit: 'minutes',
    stacked: true,
  });
  const kind = $derived<Chart>({
    kind: 'lying bars',
    labels: kinds.map((k) => k.kind),
    series: [
      { label: 'planned', values: kinds.map((k) => k.planned), colour: 'rule', stack: 'planned' },
      ...(['needle', 'hands'] as const).map((by) => ({
        label: by === 'needle' ? 'by the needle' : 'by hands',
        values: kinds.map((k) => (k.by === by ? k.taken : 0)),
        colour: by,
        stack: 'taken',
      })),
    ],
    unit: 'minutes, all runs',
    stacked: true,
  });
  const breaks = (rates: BreakRate[]): Chart => ({
    kind: 'lying bars',
    labels: rates.map((r) => r.name),
    series: [{ label: 'thread breaks', values: rates.map((r) => r.per10k), colour: 'madder' }],
    unit: 'for every 10 000 stitches',
  });
  const result = $derived<Chart>({
    kind: 'lying bars',
    labels: results.map((r) => r.name),
    series: [
      { label: 'good', values: results.map((r) => r.good), colour: 'quiet' },
      { label: 'seconds', values: results.map((r) => r.second), colour: 'rule' },
      { label: 'ruined', values: results.map((r) => r.ruined), colour: 'madder' },
    ],
    unit: 'items',
    stacked: true,
  });
  const learning = $derived<Chart>({
    kind: 'line',
    labels: curve.map((c) => `item ${c.n}`),
    series: [
      { label: 'hands, as a share of the plan', values: curve.map((c) => c.share), colour: 'hands' },
      { label: 'as planned', values: curve.map(() => 1), colour: 'quiet' },
    ],
    unit: 'hand time, 1 is as planned',
  });
</script>

<div class="grid gap-x-10 gap-y-8 lg:grid-cols-2" data-testid="charts">
  <div class="min-w-0 lg:col-span-2"><LogChart chart={estimate} title="Estimate against real" tall /></div>
  <LogChart chart={kind} title="Time by kind of step" tall />
  <LogChart chart={result} title="How items came out" tall />
  <LogChart chart={breaks(breaksBy(runs, 'thread'))} title="Breaks by thread" />
  <LogChart chart={breaks(breaksBy(runs, 'machine'))} title="Breaks by machine" />
  <div class="min-w-0 lg:col-span-2">
    <label class="label flex items-center gap-2"
      >Learning of <Select value={curveOf} options={builds} onchange={(id) => (chosen = id)} /></label
    >
    <LogChart chart={learning} title="Learning curve" />
  </div>
</div>
