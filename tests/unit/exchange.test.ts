import { tapeIdOf } from '$lib/core/tape';
import { expect } from 'chai';
import { readFileSync } from 'node:fs';
import * as z from 'zod';
import { buildFileSchema, fromBase64, readBuildFile, toBase64, writeBuildFile } from '$lib/core/exchange';
import { crewPatch, demoWorkroom, pouch } from '$lib/demo';
import { example } from '../support/examples';

describe('build file', () => {
  const { build, bytes } = example(pouch(), {
    notes: 'Zip: coil only. <b>äöü</b>',
    roles: { 10: 'decoration' },
    edits: [{ kind: 'remove', stepId: 'finish:press' }],
  });
  const text = writeBuildFile(build, bytes);
  const refusal = (changed: string) => {
    const result = readBuildFile(changed);
    return result.ok ? null : result.problem;
  };

  it('gives back what was put in, tape and all, and writes the same text again', () => {
    const back = readBuildFile(text);
    expect(back).to.deep.equal({ ok: true, value: { build, tape: bytes, inserted: [] } });
    if (back.ok) expect(writeBuildFile(back.value.build, back.value.tape)).to.equal(text);
  });
  it('refuses a newer version with a sentence', () => {
    const newer = refusal(text.replace('"schemaVersion": 1', '"schemaVersion": 7'));
    expect(newer?.code).to.equal('newer-version');
    expect(newer?.message).to.include('version 7');
  });
  it('refuses what is cut off, foreign or damaged, and names the place', () => {
    expect(refusal(text.slice(0, 900))?.code).to.equal('not-json');
    expect(refusal('{"format":"something-else"}')?.code).to.equal('not-a-build');
    expect(refusal(text.replace('"decoration"', '"unknown-role"'))?.message).to.include('build.roles.10');
    expect(refusal(text.replace(/"tape": "[^"]{40}/, '"tape": "%%%'))?.code).to.equal('bad-build');
  });
  it('is described by the schema in docs/', () => {
    const published = JSON.parse(readFileSync('docs/build-file.schema.json', 'utf8'));
    expect(published).to.deep.equal(JSON.parse(JSON.stringify(z.toJSONSchema(buildFileSchema))));
  });
  it('carries bytes of any kind', () => {
    const all = Uint8Array.from({ length: 70_000 }, (_, i) => i % 256);
    expect(fromBase64(toBase64(all))).to.deep.equal(all);
  });
});

describe('names of tapes', () => {
  it('are the same for the same bytes and differ for others', () => {
    const a = example(pouch()).bytes;
    const b = example(crewPatch()).bytes;
    expect(tapeIdOf(a)).to.equal(tapeIdOf(a.slice()));
    expect(tapeIdOf(a)).not.to.equal(tapeIdOf(b));
    const changed = a.slice();
    changed[600] ^= 1;
    expect(tapeIdOf(changed)).not.to.equal(tapeIdOf(a));
  });
});

describe('the sample workroom', () => {
  it('is the same each time it is drawn, with one run interrupted in the middle', () => {
    const now = Date.UTC(2026, 4, 1);
    const once = demoWorkroom(now);
    expect(demoWorkroom(now)).to.deep.equal(once);
    expect(once.builds.map((b) => b.build.technique)).to.deep.equal([
      'film-patch',
      'zip-pouch',
      'felt-tab',
      'free-lace',
      'applique',
      'cutwork',
      'quilted-flat',
      'turned-item',
      'pile-patch',
    ]);
    expect(once.runs.filter((r) => r.events.at(-1)?.type === 'interrupted')).to.have.length(1);
    expect(once.runs.length).to.be.within(28, 36);
    const of = (type: string) => once.runs.flatMap((r) => r.events).filter((e) => e.type === type);
    expect(of('broke')).to.have.length(4);
    expect(of('bobbin-changed').filter((e) => e.type === 'bobbin-changed' && e.ranOut)).to.have.length(2);
    expect(of('given-up')).to.have.length(1);
  });
});
