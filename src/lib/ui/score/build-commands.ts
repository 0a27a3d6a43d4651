import { goto } from '$app/navigation';
import { resolve } from '$app/paths';
import type { Command } from '../shell/commands.svelte';
import type { BuildEditor } from '../state/editor.svelte';

/** What the page of a build can do beside its editor. */
interface PageWays {
  views: { label: string; show: () => void }[];
  run: () => Promise<void>;
  /** asks for a newer tape */
  newer: () => void;
}
/** What may be found by a few letters while a build is open. */
export function buildCommands(editor: BuildEditor, id: string, { views, run, newer }: PageWays): Command[] {
  const { step } = editor;
  const list: Command[] = [
    { name: 'Begin a run', key: 'R', run: () => void run() },
    { name: 'Rehearse the stops', run: () => void goto(resolve('/rehearse/[id]', { id })) },
    { name: 'Undo', key: 'Ctrl Z', run: () => editor.undo() },
    { name: 'Redo', key: 'Ctrl Y', run: () => editor.redo() },
    ...views.map(({ label, show }) => ({ name: `Show ${label.toLowerCase()}`, run: show })),
    { name: 'Print the sheets', run: () => void goto(resolve('/builds/[id]/print', { id })) },
    { name: 'Lay the design onto a newer tape', run: newer },
    ...editor.steps.map((s, i) => ({ name: `Step ${i + 1}: ${s.title}`, run: () => editor.goTo(i) })),
  ];
  if (step?.kind === 'hand')
    list.push({ name: `Take out “${step.title}”`, key: 'Delete', run: () => editor.remove(step.id) });
  if (step?.kind === 'needle' && !step.again)
    list.push(
      {
        name: step.skipped ? 'Sew this block after all' : 'Pass this block over',
        run: () => editor.skip(step.id, !step.skipped),
      },
      { name: 'Sew this block once more', run: () => editor.again(step.id, null) },
    );
  return list;
}
