import { describe, expect, it } from 'vitest';
import { EMPTY_DRAWER, type Drawer } from '../drawer';
import { DEFAULT_KIT, kitFileSchema, kitFromFile, toolSizes, type TestCoil } from '../forming';
import {
  benchOf,
  DEFAULT_SETTINGS,
  DEFAULT_TOOLBOX,
  kitFor,
  mergeToolboxes,
  readToolbox,
  readWorkshop,
  writeWorkshop,
  type Toolbox,
} from '.';

const coil: TestCoil = {
  id: 'c1',
  metal: 'brass',
  temper: 'half-hard',
  diameterMm: 0.812,
  mandrelMm: 10,
  freeInsideMm: 10.9,
  turns: 5,
  made: '2026-11-02T17:00:00.000Z',
};
const own: Toolbox = {
  ...DEFAULT_TOOLBOX,
  kits: [DEFAULT_KIT, { id: 'stall', name: 'At the stall', tools: [] }],
  coils: [coil],
};

describe('a toolbox of version 1', () => {
  it('written out word for word is read, with a hand by the handbook', () => {
    const old =
      '{"format":"hush-road.toolbox","version":1,"kits":[{"id":"stall","name":"At the stall","tools":[]}],"inUse":"stall","coils":[],"board":{"pitchMm":5,"pegsMm":[2,3],"pinMm":1}}';
    const read = readToolbox(JSON.parse(old));
    if (!read.ok) throw new Error(read.message);
    expect(read.value).toEqual({
      ...(JSON.parse(old) as object),
      version: 2,
      own: {
        bend: { way: 'learnt', value: 0 },
        hammer: { way: 'learnt', value: 0 },
        loop: { way: 'learnt', value: 0 },
      },
    });
    expect(benchOf(read.value, null).own).toEqual({ bend: 0, hammer: 0, loop: 0 });
  });

  it('a refused value is not planned with, a kept one is', () => {
    const bend = { way: 'handbook' as const, value: 0.04 };
    const hammer = { way: 'kept' as const, value: -0.2 };
    const { own: hand } = benchOf(
      { ...DEFAULT_TOOLBOX, own: { ...DEFAULT_TOOLBOX.own, bend, hammer } },
      null,
    );
    expect(hand).toEqual({ bend: 0, hammer: -0.2, loop: 0 });
  });
});

describe('the toolbox', () => {
  it('comes back whole with the workshop', () => {
    const back = readWorkshop(
      writeWorkshop(
        { pieces: [], settings: DEFAULT_SETTINGS, toolbox: own, makings: [] },
        '2026-11-02',
      ),
    );
    expect(back.toolbox).toEqual(own);
    expect(back.damaged).toEqual([]);
  });

  it('and the drawer comes back with it; a damaged drawer is reported', () => {
    const drawer: Drawer = {
      ...EMPTY_DRAWER,
      wires: [
        {
          id: 's',
          kind: 'spool',
          wire: { metal: 'copper', temper: 'dead-soft', diameterMm: 1 },
          leftMm: 1200,
        },
      ],
    };
    const parts = { pieces: [], settings: DEFAULT_SETTINGS, toolbox: own, makings: [] };
    const text = writeWorkshop({ ...parts, drawer }, '2026-11-02');
    expect(readWorkshop(text).drawer).toEqual(drawer);
    const broken = readWorkshop(text.replace('"leftMm": 1200', '"leftMm": -1200'));
    expect(broken.drawer).toBeNull();
    expect(broken.damaged[0]?.name).toBe('The drawer');
    // A file from before there was one.
    expect(readWorkshop(writeWorkshop(parts, '2026-11-02')).drawer).toBeNull();
  });

  it('that is damaged is reported and the rest comes in', () => {
    const text = writeWorkshop(
      { pieces: [], settings: DEFAULT_SETTINGS, toolbox: own, makings: [] },
      '2026-11-02',
    );
    const broken = text.replace('"mandrelMm": 10', '"mandrelMm": -3');
    expect(broken).not.toBe(text);
    const back = readWorkshop(broken);
    expect(back.toolbox).toBeNull();
    expect(back.damaged[0]?.name).toBe('Kits and coils');
    expect(back.settings).toEqual(DEFAULT_SETTINGS);
  });

  it('of a later version is left alone', () => {
    const read = readToolbox({ ...own, version: 9 });
    expect(!read.ok && read.message).toContain('saved by a later Hush Road');
    expect(readToolbox({ format: 'something' }).ok).toBe(false);
  });

  it('finds the kit a piece is planned for', () => {
    expect(kitFor(own, 'stall').name).toBe('At the stall');
    expect(kitFor(own, null)).toBe(DEFAULT_KIT);
    // A kit that was deleted: the one in use steps in.
    expect(kitFor({ ...own, inUse: 'stall' }, 'gone').name).toBe('At the stall');
    expect(kitFor({ ...own, inUse: 'gone' }, 'gone')).toBe(DEFAULT_KIT);
  });

  it('takes in another without losing its own', () => {
    const other: Toolbox = {
      ...DEFAULT_TOOLBOX,
      kits: [{ ...DEFAULT_KIT, name: 'Renamed' }],
      coils: [{ ...coil, id: 'c2' }],
    };
    const both = mergeToolboxes(own, other);
    expect(both.kits.map((k) => k.name).sort()).toEqual(['At the stall', 'Renamed']);
    expect(both.coils.map((c) => c.id)).toEqual(['c1', 'c2']);
  });

  it('a kit of the command line has the sizes of its file', () => {
    const kit = kitFromFile(
      kitFileSchema.parse({
        stepped_mm: [2, 3],
        mandrels_mm: [10],
        round_nose: { tip_mm: 1, base_mm: 5, length_mm: 20 },
        flat_nose_mm: 5,
      }),
    );
    expect(toolSizes(kit)).toEqual([1, 2, 3, 5, 10]);
    expect(kit.tools.map((t) => t.kind)).toEqual(['stepped', 'mandrels', 'round-nose', 'jaws']);
    expect(kitFromFile({}).tools).toEqual([]);
  });
});
