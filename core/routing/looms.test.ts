import { TOURER_JOB } from '#demo/jobs';
import { ENDS, KIT, KIT_MORE, endIn, findings, kit, loomIn, runIn, typed, withLoom } from '../../tests/support/looms';
import { benchesOf } from '../benched';
import { labelsOf } from '../labelled';
import { atPlace } from '../job/parts/other-craft';
import { usualEnds } from '../connections/looms';
import { typedOf } from '../gear/typing/index';
import type { Loom } from '../gear/gear';
import { jobFaults, type Job } from '../job/job';
import { apply, applyAll, undoOf, type Operation } from '../job/operations';
import { overrule } from '../job/parts/overrules';
import { upgradeJob } from '../job/upgrade';
import { partingsOf } from '../parted';
import { planJob } from '../plan';
import { routesOfRun } from './index';

// From the amplifier to the left fairing speaker: 239.83 mm of legs, 40.63 to where its plugs are, 250 left at the amplifier
// and 300 at the speaker.
const NEAR = 239.829 + 40.631 + 550;

describe('one branch', () => {
  const at = (mm: number) =>
    planJob(
      withLoom(typed(`front left: 0 + ${mm}, speaker`, { leads: '16' }), {
        start: 'amp',
        'front-left': 'fairing-left',
      }),
    );

  test('it reaches to the millimetre, and a millimetre less does not', () => {
    const enough = at(Math.ceil(NEAR) + 1);
    expect(endIn(enough, 'front-left').overMm).toBeCloseTo(Math.ceil(NEAR) + 1 - NEAR, 1);
    expect(findings(enough, 'loom-short')).toEqual([]);
    const less = at(Math.floor(NEAR) - 1);
    const short = findings(less, 'loom-short');
    expect(short).toHaveLength(1);
    expect(loomIn(less).shortMm).toBeCloseTo(NEAR - Math.floor(NEAR) + 1, 1);
    expect(short[0]!.reason).toMatch(/it reaches with 29[78] mm of the 300 mm that are to be left there/);
    // Without what is left at both ends it would not reach at all.
    expect(
      findings(at(200), 'loom-short')
        .map(({ reason }) => reason)
        .join(),
    ).toMatch(/mm short with the 300 mm that are to be left there/);
  });

  test('nothing of it is cut, crimped, nested or made at the bench; its length and size are those of the loom', () => {
    const plan = at(1234);
    const run = runIn(plan, 'speaker:amp>fairing-left');
    expect(run).toMatchObject({
      cutMm: 1234,
      old: false,
      loom: { loom: 'loom', ends: ['start', 'front-left'], inline: false },
    });
    expect(plan.cutList.cuts.some(({ run: of }) => of === run.id)).toBe(false);
    expect(plan.terminals.filter(({ run: of }) => of === run.id).map(({ with: what }) => what)).toEqual(
      Array(4).fill('its plug'),
    );
    const job = withLoom(typed('front left: 0 + 1234, speaker', { leads: '16' }), {
      start: 'amp',
      'front-left': 'fairing-left',
    });
    const wires = benchesOf(job, plan).flatMap(({ wires: all }) => all.map(({ run: of }) => of));
    expect(wires).not.toContain(run.id);
    expect(wires).toContain('speaker:amp>fairing-right');
    // 16 AWG, 13.17 mΩ/m at 20 °C as one solid wire (ASTM B258, from memory), out and back over 1.234 m, warmed to what the job says.
    const { leadOhm } = plan.speakers.circuits['amp/fl']!.speakers[0]!;
    const warm = 1 + 0.00393 * (TOURER_JOB.settings.conductorCelsius - 20);
    const solid = 2 * 1.234 * 0.01317 * warm;
    // Strands lie a little longer than the lead.
    expect(leadOhm / solid).toBeGreaterThan(1);
    expect(leadOhm / solid).toBeLessThan(1.04);
    // Labelled by what it is for, once an end.
    expect(
      labelsOf(job, plan)
        .filter(({ code }) => code.startsWith('L'))
        .map(({ at: where, says }) => [where, says]),
    ).toEqual([
      ['at A1', 'Towpath loom, amplifier plug'],
      ['at S1', 'Towpath loom, front left'],
    ]);
  });
});

describe('a kit’s loom', () => {
  const job = apply(withLoom(kit, ENDS), { op: 'chooseHolder', gear: 'amp', holder: null });
  const plan = planJob(job);

  test('the branch that is too short is named, with a lead that closes the gap', () => {
    // To the left pannier: 1965.0 of legs, 78.0 to its plugs, 250 and 300 left at the ends; 500 + 1500 of loom.
    const short = findings(plan, 'loom-short');
    expect(short.map(({ subject }) => subject.id)).toEqual(['loom/rear-left']);
    expect(loomIn(plan).shortMm).toBeCloseTo(1964.997 + 78.041 + 550 - 2000, 0);
    expect(short[0]!.cure!.label).toBe('Put on a lead of 600 mm');
    const cured = planJob(applyAll(job, short[0]!.cure!.operations));
    expect(findings(cured, 'loom-short')).toEqual([]);
    expect(loomIn(cured).shortMm).toBe(0);
    expect(endIn(cured, 'rear-left').haveMm).toBe(2100);
    // It is on the list of parts, and its conductor is as much longer.
    expect(cured.parts.map(({ what }) => what)).toContain('lead put on to Towpath loom, rear left: 600 mm');
    expect(runIn(cured, 'speaker:amp>pannier-left').cutMm).toBe(2600);
  });

  test('its runs are led in at one step, each leg once, and its plugs pushed home', () => {
    const steps = plan.build.steps.filter(({ id }) => id.startsWith('pull:loom/'));
    expect(steps.map(({ id }) => id)).toEqual(['pull:loom/loom']);
    const own = plan.runs.filter(({ loom }) => loom);
    expect(own.map(({ id }) => id).sort()).toEqual([
      'feed:battery>amp',
      'return:battery>amp',
      'speaker:amp>fairing-left',
      'speaker:amp>fairing-right',
      'speaker:amp>pannier-left',
      'speaker:amp>pannier-right',
    ]);
    // 4 to lay it out, 1 for each of six plugs, and along its legs, of which the shelf’s is gone along once.
    const legs = new Set(own.flatMap(({ way }) => way!.legs));
    const along = own.reduce((sum, { alongMin }) => sum + alongMin, 0);
    expect(steps[0]!.minutes).toBeCloseTo(Math.round(2 * (4 + 6 + along)) / 2, 6);
    expect(legs.size).toBeGreaterThan(10);
    const connect = plan.build.steps.find(({ id }) => id === 'connect:gear/fairing-left')!;
    expect(connect.lines.join('\n')).toContain(
      'Towpath loom, front left: pushed home until it locks; its tag says which it is.',
    );
    expect(connect.lines.join('\n')).not.toContain('shrink');
    expect(connect.minutes).toBe(1);
  });

  test('the loom’s wire and fuse stand for the feed; a lead put on at the battery moves the fuse away from it', () => {
    const { amp } = plan.power.feeds;
    expect(amp).toMatchObject({
      gauge: '10',
      gaugePinned: false,
      gaugeReason: 'bought',
      fuseA: 30,
      fusePinned: false,
      family: 'maxi',
    });
    expect(amp!.choice).toMatchObject({ fuseAtMm: 180, loom: 'Towpath loom' });
    expect(findings(plan, 'no-battery-fuse')).toEqual([]);
    expect(runIn(plan, 'feed:battery>amp').cutMm).toBe(1850);
    expect(amp!.run).toMatchObject({ outMm: 1850, backMm: 1850 });
    const longer = apply(job, { op: 'setLoomEnd', loom: 'loom', end: 'battery', said: { extensionMm: 600 } });
    expect(planJob(longer).power.feeds['amp']!.choice.fuseAtMm).toBe(780);
    // 450 mm at most on road craft.
    expect(findings(planJob(longer), 'fuse-far-from-battery').length).toBe(1);
    expect(findings(plan, 'fuse-far-from-battery')).toEqual([]);
    // A person may put another fuse in it, and a holder of the job’s own ahead of it.
    const other = planJob(apply(job, overrule('fuse', 'amp', 25)));
    expect(other.power.feeds['amp']).toMatchObject({ fuseA: 25, fusePinned: true });
    // Wire that is too thin for its fuse is told, and no press can thicken it.
    const thin = planJob(
      apply(withLoom(typed(KIT, { ...KIT_MORE, power: '18' }), ENDS), {
        op: 'chooseHolder',
        gear: 'amp',
        holder: null,
      }),
    );
    const told = findings(thin, 'fuse-above-ampacity');
    expect(told).toHaveLength(1);
    expect(told[0]!.reason).toContain('It comes in Towpath loom');
    expect(told[0]!.cure).toBeUndefined();
  });

  test('what does not go anywhere is capped, and what goes with gear is', () => {
    const bare = apply(job, { op: 'removeGear', id: 'pannier-right' });
    expect(bare.looms['loom']!.ends['rear-right']!.to).toBeNull();
    expect(jobFaults(bare)).toEqual([]);
    const left = planJob(bare);
    expect(endIn(left, 'rear-right')).toMatchObject({ to: null, runs: [], overMm: undefined });
    expect(left.parts.find(({ what }) => what === 'cap for a plug of a loom')?.needed).toBe(1);
    expect(left.build.steps.find(({ id }) => id === 'pull:loom/loom')!.lines).toContain(
      'rear right: not used, capped and tied back.',
    );
    expect(plan.parts.some(({ what }) => what === 'cap for a plug of a loom')).toBe(false);
    expect(plan.parts.find(({ key }) => key === 'gear/towpath')).toMatchObject({ needed: 1 });
  });

  test('an end that nothing needs is told, and a loom that goes nowhere', () => {
    const wrong = planJob(apply(job, { op: 'setLoomEnd', loom: 'loom', end: 'rear-right', said: { to: 'head' } }));
    expect(findings(wrong, 'loom-idle').map(({ subject }) => subject.id)).toEqual(['loom/rear-right']);
    const nowhere = planJob(withLoom(kit, {}));
    expect(findings(nowhere, 'loom-idle').map(({ subject }) => subject.id)).toEqual(['loom']);
    expect(nowhere.build.steps.some(({ id }) => id.startsWith('pull:loom'))).toBe(false);
    // Nothing else is other than without it.
    expect(nowhere.runs).toEqual(planJob(TOURER_JOB).runs);
  });

  test('what is proposed for its ends is what they are for', () => {
    expect(
      Object.fromEntries(Object.entries(usualEnds(TOURER_JOB, kit, 'battery')).map(([end, { to }]) => [end, to])),
    ).toEqual(ENDS);
  });

  test('bad ends are refused by name, and every edit is undone exactly', () => {
    const refused = (operation: Operation) => () => apply(job, operation);
    expect(refused({ op: 'setLoomEnd', loom: 'loom', end: 'toString', said: { to: 'amp' } })).toThrow(
      /toString: expected an end of Towpath loom/,
    );
    expect(refused({ op: 'setLoomEnd', loom: 'loom', end: 'battery', said: { to: 'nobody' } })).toThrow(
      /looms.loom.ends.battery.to: expected gear, a battery/,
    );
    expect(refused({ op: 'setLoomEnd', loom: 'gone', end: 'battery', said: {} })).toThrow(/no longer in the job/);
    expect(refused({ op: 'addLoom', id: 'loom', item: kit, ends: {} })).toThrow(/already in the job/);
    expect(refused({ op: 'addGear', id: 'own', item: kit, place: null })).toThrow(/a loom is not put at a place/);
    for (const edit of [
      { op: 'setLoomEnd', loom: 'loom', end: 'front-left', said: { extensionMm: 300 } },
      { op: 'leadLoom', loom: 'loom', first: 'start' },
      { op: 'removeLoom', id: 'loom' },
      { op: 'removeGear', id: 'amp' },
    ] satisfies Operation[]) {
      const after = apply(job, edit);
      expect(apply(after, undoOf(job, after)!)).toEqual(job);
    }
    // Two people, two members of one end: both live.
    const both = applyAll(job, [
      { op: 'setLoomEnd', loom: 'loom', end: 'front-left', said: { extensionMm: 300 } },
      { op: 'setLoomEnd', loom: 'loom', end: 'front-left', said: { to: 'fairing-right' } },
    ]);
    expect(both.looms['loom']!.ends['front-left']).toEqual({ to: 'fairing-right', extensionMm: 300 });
    // An earlier job had none.
    const { looms: _, ...before } = TOURER_JOB;
    expect(upgradeJob({ ...before, version: 14 })).toEqual({ ...TOURER_JOB, looms: {} });
    expect(typedOf(kit, 'metric')['branches']).toBe(KIT);
  });

  test('a loom led a long way by hand is led the shortest one where that makes it reach', () => {
    // As long as it has to be, and a little, on the way that is planned.
    const reach = typed(KIT.replace('500 + 1500', '500 + 2100'), KIT_MORE);
    const own = withLoom(reach, ENDS);
    expect(findings(planJob(own), 'loom-short')).toEqual([]);
    const run = 'speaker:amp>pannier-left';
    const now = runIn(planJob(own), run).way!;
    const longer = routesOfRun(own, run).routes.find(({ way }) => way.lengthMm > now.lengthMm + 10)!;
    const led = apply(own, overrule('way', run, [...longer.way.legs]));
    const found = findings(planJob(led), 'loom-short');
    expect(found.map(({ subject }) => subject.id)).toContain('loom/rear-left');
    expect(found[0]!.cure!.label).toBe('Lead it the shortest way');
    const cured = planJob(applyAll(led, found[0]!.cure!.operations));
    expect(findings(cured, 'loom-short')).toEqual([]);
    // Each run of it goes as it is led, whichever of its ends the loom is laid from.
    const laid = cured.runs.filter(({ loom }) => loom);
    expect(laid.some(({ pinned }) => pinned)).toBe(true);
    expect(laid.filter(({ pinBroken }) => pinBroken)).toEqual([]);
    expect(loomIn(cured).shortMm).toBe(0);
  });
});

describe('an amplifier in the old leads', () => {
  const inline = typed('left pod: 0 + 900, speaker, inline, plug 15; right pod: 0 + 900, speaker, inline, plug 15', {
    leads: '16',
  });
  const ends = { start: 'amp', 'left-pod': 'fairing-left', 'right-pod': 'fairing-right' };
  // The head unit, its leads and two speakers are there and stay; the amplifier is new, and listens to the speaker outputs.
  const there = (['head', 'fairing-left', 'fairing-right'] as const).reduce<Job>(
    (so, id) => apply(so, { op: 'setThere', id, there: 'kept' }),
    applyAll(TOURER_JOB, [
      { op: 'removeGear', id: 'pannier-left' },
      { op: 'removeGear', id: 'pannier-right' },
      { op: 'setSource', id: 'amp', choice: { input: 'speaker' } },
    ]),
  );

  test('its sound comes by the old leads: nothing is pulled from the head unit, nothing spliced', () => {
    const before = planJob(there);
    const run = 'speaker:head>amp';
    expect(runIn(before, run)).toMatchObject({ old: false, loom: undefined });
    expect(runIn(before, run).cutMm).toBeGreaterThan(0);
    const plan = planJob(withLoom(inline, ends, there));
    expect(runIn(plan, run)).toMatchObject({
      old: true,
      cutMm: 0,
      loom: { ends: ['left-pod', 'start'], inline: true },
    });
    expect(plan.cutList.cuts.filter(({ run: of }) => of.startsWith('speaker:'))).toEqual([]);
    expect(
      plan.terminals
        .filter(({ run: of }) => of === run)
        .every(({ at, with: what }) => at === 'amp' && what === 'its plug'),
    ).toBe(true);
    const lines = plan.build.steps.flatMap((step) => step.lines);
    expect(lines).toContain('Towpath loom, left pod: part the old plug, and put its two plugs between the halves.');
    expect(plan.ledger.hours).toBeLessThan(before.ledger.hours);
    expect(findings(plan, 'loom-bypass')).toEqual([]);
  });

  test('one bypass for two outputs is told', () => {
    const one = planJob(withLoom(inline, { start: 'amp', 'left-pod': 'fairing-left' }, there));
    expect(findings(one, 'loom-bypass').map(({ figures }) => figures.map(({ value }) => value))).toEqual([[1, 2]]);
  });
});

test('a loom over a joint that lifts off parts at its own plugs alone', () => {
  const { pattern } = TOURER_JOB.craft;
  const { name, fixed, moving, bendAllowanceMm } = pattern.joints['neck']!;
  const plug = { name: 'the fairing plug', pins: 12, pinA: 20, w: 30, h: 20 };
  const neck = {
    name,
    fixed,
    moving,
    bendAllowanceMm,
    kind: 'liftOff' as const,
    direction: [0, 0, 1] as [number, number, number],
    travelMm: [0, 60] as [number, number],
    obstacle: null,
    plug,
  };
  const lifted = { ...TOURER_JOB, craft: { ...TOURER_JOB.craft, pattern: { ...pattern, joints: { neck } } } };
  const plan = planJob(withLoom(typed(KIT, KIT_MORE), ENDS, lifted));
  expect(findings(plan, 'loom-parts')).toHaveLength(1);
  const job = withLoom(typed(KIT, KIT_MORE), ENDS, lifted);
  // What is not of the loom still parts at the joint’s plug.
  expect(
    partingsOf(job, plan)[0]!
      .rows.map(({ use }) => use)
      .sort(),
  ).toEqual(['constant +', 'return −', 'switched +']);
});

test('a loom made for another craft is told, and one that is put on a place keeps that place', () => {
  const other: Loom = { ...kit, fits: { kind: 'boat', from: null, to: null, trims: [] } };
  expect(findings(planJob(withLoom(other, ENDS)), 'not-made-for')[0]!.reason).toMatch(
    /Towpath loom is made for boat; this is a motorcycle/,
  );
  expect(findings(planJob(withLoom(kit, ENDS)), 'not-made-for')).toEqual([]);
  const at = withLoom(kit, { ...ENDS, 'rear-right': 'accessory' });
  expect(atPlace(at, 'accessory')).toContain('Towpath loom');
});
