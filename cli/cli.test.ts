import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it, test } from 'vitest';
import { readCommand } from './arguments';
import { runElements } from './elementCommand';
import { runPattern } from './patternCommand';
import { runPhoto } from './photoCommand';
import { loadKit, loadPiece, plannedWith, runPiece, type PlannedPiece } from './pieceCommand';
import { runRoute } from './routeCommand';
import { runTrace } from './traceCommand';

const folder = mkdtempSync(join(tmpdir(), 'hush-road-'));
const file = (name: string, text: string): string => {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
};
const bent =
  '<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="40mm" viewBox="0 0 40 40"><path fill="none" d="M0 30H10A10 10 0 0 0 20 20V5"/></svg>';
const plan = (...args: string[]): { status: number | null; stdout: string; stderr: string } =>
  spawnSync(process.execPath, [join(import.meta.dirname, '..', 'scripts', 'plan.mjs'), ...args], {
    encoding: 'utf8',
    env: { ...process.env, INIT_CWD: folder },
  });

interface Printed {
  wires: {
    developed_mm: number;
    cut_mm: number;
    closed: boolean;
    bends: Record<string, number | string | null>[];
  }[];
  crossings: unknown[];
  mass_g: number;
}

describe('arguments', () => {
  it('gauge number or mm', () => {
    expect(readCommand(['piece', 'a.svg', '--awg', '18']).options.diameterMm).toBeCloseTo(
      1.0237,
      4,
    );
    expect(readCommand(['piece', 'a.svg', '--wire-mm', '0.8']).options.diameterMm).toBe(0.8);
  });

  test.each([
    [[], /say what to do/],
    [['piece'], /name a file/],
    [['piece', 'a', '--wire-mm', '-1'], /--wire-mm -1: give a number from/],
    [['piece', 'a', '--awg', '18', '--wire-mm', '1'], /either/],
    [['piece', 'a', '--metal', 'wood'], /choose one of copper/],
    [['piece', 'a', '--height-mm', '0'], /--height-mm 0/],
    [['piece', 'a', '--sparkle', '0'], /sparkle/],
    [['route', 'a', '--extra-wire-mm', 'dear'], /--extra-wire-mm dear: give a number .*or inf/],
  ])('%j is refused', (argv, message) => {
    expect(() => readCommand(argv)).toThrow(message);
  });
});

describe('the gauge verdict of a piece', () => {
  const ring = (across: number): string =>
    `<svg xmlns="http://www.w3.org/2000/svg" width="90mm" height="90mm" viewBox="0 0 90 90"><circle cx="45" cy="45" r="${across / 2}" fill="none"/></svg>`;
  interface Judged {
    gauge: {
      recommended_mm: number;
      recommended_awg: number;
      checks: { id: string; ok: boolean; value: number; limit: number; reason: string }[];
    };
    hang: { tilt_deg: number; bail_x_mm: number };
  }
  const judged = (svg: string, diameterMm: number): Judged =>
    runPiece(loadPiece(svg), { diameterMm, metal: 'copper', temper: 'dead-soft' }) as Judged;

  it('recommends thicker wire for a larger figure, and prints each check with its limit', () => {
    const [small, large] = [judged(ring(20), 1.024), judged(ring(50), 1.024)];
    expect(large.gauge.recommended_mm).toBeGreaterThan(small.gauge.recommended_mm);
    expect(small.gauge.recommended_awg).toBe(22);
    const hands = small.gauge.checks.find((c) => c.id === 'hands')!;
    expect(hands.value).toBeCloseTo((70 * 1.024 ** 3) / 6, 6);
    expect(hands.ok).toBe(true);
    for (const c of large.gauge.checks) {
      expect(Number.isFinite(c.value) && Number.isFinite(c.limit)).toBe(true);
      expect(c.reason.length).toBeGreaterThan(10);
    }
  });

  it('a metric wire is answered in metric sizes, with the nearest gauge', () => {
    const { gauge } = judged(ring(40), 1);
    expect(gauge.recommended_mm).toBe(1);
    expect(gauge.recommended_awg).toBe(18);
  });

  it('rates the wire given, by how the piece is worn', () => {
    const hoop = ring(40).replace(
      '<circle cx="45" cy="45" r="20"',
      '<path d="M46 25A20 20 0 1 1 44 25"',
    );
    const rated = (...more: string[]): string => {
      const { options } = readCommand(['piece', 'a.svg', '--wire-mm', '0.81', ...more]);
      return (runPiece(loadPiece(hoop), options) as { gauge: { rating: string } }).gauge.rating;
    };
    // Open, and taken at its end 40 mm from where it is held.
    expect(rated('--worn-as', 'earring')).toBe('floppy');
    expect(rated('--worn-as', 'earring', '--temper', 'half-hard')).toBe('delicate');
    expect(rated()).toBe('delicate');
    expect(() => readCommand(['piece', 'a', '--worn-as', 'hat'])).toThrow(/choose one of pendant/);
  });

  it('a ring hangs straight, from its middle', () => {
    const { hang } = judged(ring(40), 1);
    expect(hang.tilt_deg).toBeCloseTo(0, 1);
    expect(hang.bail_x_mm).toBeCloseTo(45, 1);
  });
});

describe('route', () => {
  // A square of 20 with both diagonals: its corners are odd, so two wires or a side run twice.
  const square =
    '<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="40mm" viewBox="0 0 40 40"><g fill="none"><path d="M5 5H25V25H5Z"/><path d="M5 5L25 25"/><path d="M25 5L5 25"/></g></svg>';
  interface Routed {
    wires: {
      points: [number, number][];
      length_mm: number;
      doubled_mm: number;
      closed: boolean;
    }[];
    drawn_mm: number;
    doubled_mm: number;
    bound_mm: number;
    optimal: boolean;
  }

  it('one wire that runs a side twice, or two that run nothing twice', () => {
    const one = runRoute(square, Infinity) as Routed;
    expect(one.wires).toHaveLength(1);
    expect(one.drawn_mm).toBeCloseTo(80 + 2 * Math.hypot(20, 20), 6);
    expect(one.doubled_mm).toBeCloseTo(20, 6);
    expect(one.bound_mm).toBeCloseTo(20, 6);
    expect(one.optimal).toBe(true);
    expect(one.wires[0]!.length_mm).toBeCloseTo(100 + 2 * Math.hypot(20, 20), 6);
    const two = runRoute(square, 12) as Routed;
    expect(two.wires).toHaveLength(2);
    expect(two.doubled_mm).toBe(0);
  });

  it('prints what the file says, and refuses drawings of points', () => {
    file('square.svg', square);
    const { status, stdout } = plan('route', 'square.svg', '--extra-wire-mm', '12');
    expect(status).toBe(0);
    expect((JSON.parse(stdout) as Routed).wires).toHaveLength(2);
    file(
      'points.svg',
      '<svg xmlns="http://www.w3.org/2000/svg" width="9mm" height="9mm" viewBox="0 0 9 9"><path d="M3 3h0"/><path d="M5 5h0.01"/></svg>',
    );
    const points = plan('route', 'points.svg');
    expect(points.status).toBe(2);
    expect(points.stderr).toMatch(/^points.svg: .*(points|no line|nothing)/i);
  });

  it('a routed drawing is planned as its wires', () => {
    const apart = runPiece(loadPiece(square), {}) as Printed;
    expect(apart.wires).toHaveLength(3);
    const routed = runPiece(loadPiece(square, Infinity), {}) as Printed;
    expect(routed.wires).toHaveLength(1);
    const drawn = 100 + 2 * Math.hypot(20, 20);
    // Rounding the corners saves a little at each of them.
    expect(routed.wires[0]!.developed_mm).toBeLessThan(drawn);
    expect(routed.wires[0]!.developed_mm).toBeGreaterThan(drawn - 12);
  });
});

describe('piece', () => {
  it('plans a drawing: run, quarter turn to the left, run', () => {
    const printed = runPiece(loadPiece(bent), { diameterMm: 1 }) as Printed;
    const [wire] = printed.wires;
    expect(wire!.developed_mm).toBeCloseTo(25 + 5 * Math.PI, 5);
    expect(wire!.bends).toHaveLength(1);
    expect(wire!.bends[0]).toMatchObject({ kind: 'curve', tool: null });
    expect(wire!.bends[0]!['angle_deg']).toBeCloseTo(-90, 5);
    expect(wire!.bends[0]!['inside_radius_mm']).toBeCloseTo(9.5, 5);
    expect(wire!.bends[0]!['start_mm']).toBeCloseTo(10, 5);
    expect(Math.abs(Number(wire!.bends[0]!['form_to_deg']))).toBeGreaterThan(90);
  });

  it('scales to a height and takes a saved piece', () => {
    const printed = runPiece(loadPiece(bent), { heightMm: 50 }) as Printed;
    expect(printed.wires[0]!.developed_mm).toBeCloseTo(2 * (25 + 5 * Math.PI), 5);
    const saved = loadPiece(JSON.stringify(loadPiece(bent)));
    expect((runPiece(saved, {}) as Printed).wires[0]!.developed_mm).toBeCloseTo(
      25 + 5 * Math.PI,
      5,
    );
  });

  it('names tools of a kit', () => {
    const kit = loadKit('{"mandrels_mm":[19]}');
    const [wire] = (runPiece(loadPiece(bent), { diameterMm: 1, toleranceMm: 0.3 }, kit) as Printed)
      .wires;
    expect(wire!.bends[0]!['tool']).toBe('mandrel 19 mm');
    expect(() => loadKit('{"mandrels_mm":[-4]}')).toThrow(/kit cannot be used/);
  });
});

describe('element', () => {
  it('takes bare and wrapped elements', () => {
    const loop = { kind: 'simple-loop', wire_mm: 1, inside_mm: 4 };
    expect(runElements(JSON.stringify([loop, { element: loop }]))).toEqual([
      { length_mm: 5 * Math.PI },
      { length_mm: 5 * Math.PI },
    ]);
  });

  it('says which kind it does not know yet', () => {
    expect(() => runElements('[{"kind":"knitting"}]')).toThrow(
      /Element 1: “knitting” is not known yet/,
    );
    expect(() => runElements('{}')).toThrow(/list of elements/);
    expect(() => runElements('[{"kind":"fold","wire_mm":-2}]')).toThrow(
      /Element 1 \(fold\): wire_mm/,
    );
  });
});

describe('cut', () => {
  const given = {
    blade_mm: 0.5,
    keep_mm: 20,
    needs: [
      { id: 'arm', stock: 'copper 1.0', mm: 40, count: 2 },
      { id: 'eye', stock: 'copper 1.0', mm: 25, count: 1 },
    ],
    offcuts: [{ id: 'o', stock: 'copper 1.0', mm: 81 }],
    spools: [{ id: 's', stock: 'copper 1.0', mm: 1000 }],
  };

  it('prints which length is cut from what', () => {
    file('cuts.json', JSON.stringify(given));
    const { status, stdout, stderr } = plan('cut', 'cuts.json', '--seconds', '2');
    expect(stderr).toBe('');
    expect(status).toBe(0);
    // 2 x 40.5 are the whole offcut; 25.5 from the spool; three cuts of 0.5.
    expect(JSON.parse(stdout)).toMatchObject({
      cuts: [
        {
          from: 'offcut',
          id: 'o',
          left_mm: 0,
          lengths: [
            { id: 'arm', mm: 40 },
            { id: 'arm', mm: 40 },
          ],
        },
        { from: 'spool', id: 's', left_mm: 974.5, lengths: [{ id: 'eye', mm: 25 }] },
      ],
      spool_mm: 25.5,
      scrap_mm: 1.5,
      short: [],
      proven: true,
      gap: 0,
    });
  });

  it('says in one line what is wrong with a list', () => {
    const wrong = (change: object): string => {
      file('wrong.json', JSON.stringify({ ...given, ...change }));
      const { status, stdout, stderr } = plan('cut', 'wrong.json');
      expect(stdout).toBe('');
      expect(status).toBe(2);
      return stderr;
    };
    expect(wrong({ blade_mm: -1 })).toMatch(/^wrong\.json: This is no list of lengths: blade_mm/);
    expect(wrong({ needs: [{ id: 'n', stock: 'a', mm: 4, count: 1.5 }] })).toMatch(/count/);
    expect(wrong({ offcuts: [...given.offcuts, ...given.offcuts] })).toMatch(
      /Two offcuts are called “o”/,
    );
    expect(wrong({ needs: [{ ...given.needs[0], count: 5001 }] })).toMatch(/count/);
  });
});

describe('pattern and photo', () => {
  const vee =
    '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="40mm" viewBox="0 0 60 40"><path d="M5 30 L30 30 L30 5" fill="none"/></svg>';
  const planned = (): PlannedPiece => plannedWith(loadPiece(vee), { diameterMm: 1 });
  interface Printed {
    to_px: [number, number, number, number, number, number];
    width_px: number;
    height_px: number;
    pages: number;
  }
  interface Judged {
    found: boolean;
    reason: string | null;
    places: { wire: number; at_mm: number; off_mm: number }[];
    bends: { wire: number; bend: number; nudge_deg: number }[];
  }

  it('prints a page of its true size and judges a wire that is laid on it', async () => {
    const out = join(folder, 'vee.png');
    const printed = (await runPattern(planned(), { dpi: 300, out })) as Printed;
    const [a, b, c, d, e, f] = printed.to_px;
    expect([a, b, c, d]).toEqual([300 / 25.4, 0, 0, 300 / 25.4]);
    expect([printed.width_px, printed.height_px]).toEqual([2480, 3508]);
    expect(printed.pages).toBe(1);
    const { width, height, density } = await sharp(out).metadata();
    expect([width, height, density]).toEqual([2480, 3508, 300]);

    // Copper laid on the scanned page: the second leg leans 5 degrees further to the right than planned.
    const lean = (5 * Math.PI) / 180;
    const tip = { x: 30 + 25 * Math.sin(lean), y: 30 - 25 * Math.cos(lean) };
    const wire = `<svg xmlns="http://www.w3.org/2000/svg" width="2480" height="3508"><g transform="matrix(${a} 0 0 ${d} ${e} ${f})"><path d="M5 30 L30 30 L${tip.x} ${tip.y}" fill="none" stroke="#a5562c" stroke-width="1" stroke-linejoin="round"/></g></svg>`;
    const scan = join(folder, 'scan.jpg');
    await sharp(out)
      .composite([{ input: Buffer.from(wire) }])
      .jpeg({ quality: 92 })
      .toFile(scan);
    const judged = (await runPhoto(planned(), scan)) as Judged;
    expect(judged.found).toBe(true);
    // It turns 90 degrees to the left by plan, and 85 as it lies: bend it 5 degrees further to the left.
    expect(judged.bends).toHaveLength(1);
    expect(judged.bends[0]).toMatchObject({ wire: 0, bend: 0 });
    expect(Math.abs(judged.bends[0]!.nudge_deg - -5)).toBeLessThan(0.3);
    // Laid on as it fits best each leg is turned by half of it about its middle: 12.5 mm x sin 2.5 degrees.
    for (const end of [judged.places[0]!, judged.places.at(-1)!]) {
      expect(Math.abs(Math.abs(end.off_mm) - 12.5 * Math.sin(lean / 2))).toBeLessThan(0.06);
    }
    expect(judged.places.length).toBeGreaterThan(80);
  });

  it('of the bare page says that no wire is there', async () => {
    const out = join(folder, 'bare.png');
    await runPattern(planned(), { out });
    const judged = (await runPhoto(planned(), out)) as Judged;
    expect(judged).toMatchObject({ found: false, places: [], bends: [] });
    expect(judged.reason).toMatch(/no wire was found/);
  });
});

describe('trace', () => {
  /** A ring of 60 px and a line beside it, on a sheet that is 300 px wide and 200 high. */
  const drawn = (): Buffer => {
    const [width, height] = [300, 200];
    const data = Buffer.alloc(width * height * 3, 255);
    for (let y = 0; y < height; y++) {
      for (let x = 0; x < width; x++) {
        const ring = Math.abs(Math.hypot(x + 0.5 - 90, y + 0.5 - 100) - 60) < 4;
        const line = Math.abs(x + 0.5 - 230) < 4 && y > 40 && y < 160;
        if (ring || line) data.fill(20, (y * width + x) * 3, (y * width + x) * 3 + 3);
      }
    }
    return data;
  };
  const raw = { width: 300, height: 200, channels: 3 } as const;
  interface Traced {
    paths: { points: [number, number][]; closed: boolean; length_mm: number }[];
    crossings: unknown[];
    px_per_mm: number;
    ms: number;
  }
  const traceFile = async (name: string, bytes: Buffer, options = {}): Promise<Traced> => {
    const path = join(folder, name);
    writeFileSync(path, bytes);
    return (await runTrace(path, options)) as Traced;
  };

  it('prints paths in mm, points close together', async () => {
    const png = await sharp(drawn(), { raw }).png().toBuffer();
    const { paths } = await traceFile('ring.png', png, { pxPerMm: 6 });
    expect(paths.map((p) => p.closed)).toEqual([true, false]);
    expect(Math.abs(paths[0]!.length_mm / (20 * Math.PI) - 1)).toBeLessThan(0.01);
    for (const { points } of paths) {
      points.slice(1).forEach(([x, y], i) => {
        expect(Math.hypot(x - points[i]![0], y - points[i]![1])).toBeLessThan(0.25);
      });
    }
  });

  it('takes the resolution that a file states', async () => {
    const png = await sharp(drawn(), { raw }).withMetadata({ density: 300 }).png().toBuffer();
    const traced = await traceFile('dpi.png', png);
    expect(traced.px_per_mm).toBeCloseTo(300 / 25.4, 1);
  });

  it('turns a photo as the camera held it', async () => {
    const jpeg = await sharp(drawn(), { raw }).withMetadata({ orientation: 6 }).jpeg().toBuffer();
    const { paths } = await traceFile('turned.jpg', jpeg, { pxPerMm: 1 });
    // A quarter turn to the right: what stood at the right lies at the bottom.
    const line = paths.find((p) => !p.closed)!;
    const across = line.points.map((p) => p[0]);
    const down = line.points.map((p) => p[1]);
    expect(Math.max(...across) - Math.min(...across)).toBeGreaterThan(100);
    expect(down[0]!).toBeGreaterThan(225);
    expect(down[0]!).toBeLessThan(235);
  });

  test.each([
    ['blank.png', /No line was found/],
    ['cut.jpg', /damaged or cut short/],
  ])('%s is refused in plain words', async (name, message) => {
    const blank = { create: { width: 200, height: 200, channels: 3, background: '#fff' } } as const;
    const whole = await sharp(drawn(), { raw }).jpeg().toBuffer();
    const bytes =
      name === 'cut.jpg' ? whole.subarray(0, 1500) : await sharp(blank).png().toBuffer();
    await expect(traceFile(name, bytes)).rejects.toThrow(message);
  });
});

describe('the command', () => {
  it('prints one JSON document, a list for several files', () => {
    file('a.svg', bent);
    const one = plan('piece', 'a.svg', '--awg', '18');
    expect(one.stderr).toBe('');
    expect(one.status).toBe(0);
    expect((JSON.parse(one.stdout) as Printed).wires).toHaveLength(1);
    const two = plan('piece', 'a.svg', 'a.svg');
    expect(JSON.parse(two.stdout)).toHaveLength(2);
  });

  test.each([
    [['piece', 'missing.svg'], /^missing\.svg: cannot be opened\n$/],
    [['piece', 'empty.svg'], /^empty\.svg: This is not .*\n$/],
    [['piece', 'a.svg', '--awg', 'x'], /^--awg x: .*\n$/],
    [['trace', 'a.svg'], /^a\.svg: This is not a picture that can be read\. .*\n$/],
    [['trace', 'empty.svg'], /^empty\.svg: This file is empty\.\n$/],
    [['trace', 'a.svg', '--mode', 'dots'], /^--mode dots: choose one of centreline, outline\n$/],
    [['trace', 'a.svg', '--dpi', '300', '--px-per-mm', '8'], /^give either .*\n$/],
    [['photo', 'a.svg'], /^photo: name a piece and one photograph of it\n$/],
    [['photo', 'a.svg', 'a.svg'], /^a\.svg: This is not a picture that can be read\. .*\n$/],
    [['pattern', 'a.svg', '--paper', 'a9'], /^--paper a9: choose one of a4, letter\n$/],
    [['sing', 'a.svg'], /^sing: no such command.*\n$/],
  ])('%j: one line on standard error, exit 2', (args, message) => {
    file('empty.svg', '');
    const done = plan(...args);
    expect(done.status).toBe(2);
    expect(done.stdout).toBe('');
    expect(done.stderr).toMatch(message);
  });
});
