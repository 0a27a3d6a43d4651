import Papa from 'papaparse';
import { plainCell } from '../base';
import { logRow, stepRows, type LoggedRun } from './rows';

/** One line a run. Seconds; times in ISO. */
export const logCsv = (runs: readonly LoggedRun[]): string =>
  Papa.unparse(
    runs.map((r) => {
      const row = logRow(r);
      return {
        run: row.id,
        build: plainCell(row.name),
        begun: new Date(row.begun).toISOString(),
        status: row.status,
        machine: plainCell(row.machine),
        hoop: plainCell(row.hoop),
        items: row.items,
        good: row.good,
        second_quality: row.second,
        ruined: row.ruined,
        taken_s: Math.round(row.seconds),
        planned_s: Math.round(row.planned),
        thread_breaks: row.breaks,
        bobbin_changes: row.bobbins,
        bobbin_run_out: row.ranOut,
        redone: row.redos,
        why: plainCell(row.why),
        notes: plainCell(r.state.notes.map((n) => n.text).join(' | ')),
        simulated: row.simulated,
        tape: row.tape,
        build_version: row.buildVersion,
      };
    }),
  );
/** The same with every step, as JSON. */
export const logJson = (runs: readonly LoggedRun[]): string =>
  JSON.stringify(
    runs.map((r) => ({
      ...logRow(r),
      steps: stepRows(r),
      notes: r.state.notes,
      breaks: r.state.breaks,
      bobbins: r.state.bobbins,
      threads: r.state.threads,
      interruptions: r.state.interruptions,
      troubles: r.state.troubles,
      results: r.state.results,
    })),
    null,
    1,
  );
