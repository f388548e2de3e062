import { kitFileSchema, kitFromFile, type Kit } from '../core/forming';
import { FileError, parseJson, pieceFromDrawing, readSvg } from '../core/file';
import { dressPiece } from '../core/dressing';
import { DEFAULT_LIMITS, hangDressed, verdictOf, type Choice, type Verdict } from '../core/gauge';
import { readPiece, resizeFigure, schemaWords, type Piece } from '../core/piece';
import { alongBlank, breachWords, planPiece, type Plan, type WirePlan } from '../core/plan';
import { routeDrawing } from '../core/route';
import { degrees, mmToAwg } from '../core/units';
import { inWords, type Said } from '../core/words';
import type { PieceOptions } from './arguments';

/**
 * Reads a piece from a drawing or a saved piece.
 * @param extraWireMm routes a drawing first, at this price for one more wire
 * @throws FileError
 */
export function loadPiece(text: string, extraWireMm?: number): Piece {
  if (/^\uFEFF?\s*[[{]/.test(text)) {
    const read = readPiece(parseJson(text));
    if (!read.ok) throw new FileError(read.message);
    return read.value;
  }
  const drawing = readSvg(text);
  const paths =
    extraWireMm === undefined
      ? drawing.paths
      : routeDrawing(drawing.paths, { extraWireMm }).wires.map((w) => w.path);
  return pieceFromDrawing({ ...drawing, paths }, 'piece', 'Piece', new Date(0).toISOString());
}

export function loadKit(text: string): Kit {
  const read = kitFileSchema.safeParse(parseJson(text, 'kit'));
  if (read.success) return kitFromFile(read.data);
  throw new FileError(`This kit cannot be used: ${schemaWords(read.error)}.`);
}

export interface PlannedPiece {
  readonly piece: Piece;
  readonly plan: Plan;
}

/** A piece with what the options say otherwise, and its plan. */
export function plannedWith(loaded: Piece, options: PieceOptions, kit?: Kit): PlannedPiece {
  const { diameterMm, metal, temper, basis, corner, toleranceMm, heightMm, wornAs } = options;
  const wire = { ...loaded.wire };
  if (diameterMm !== undefined) wire.diameterMm = diameterMm;
  if (metal) wire.metal = metal;
  if (temper) wire.temper = temper;
  const changed: Piece = {
    ...loaded,
    wire,
    basis: basis ?? loaded.basis,
    corner: corner ?? loaded.corner,
    toleranceMm: toleranceMm ?? loaded.toleranceMm,
    making: wornAs ? { ...loaded.making, wornAs } : loaded.making,
  };
  const piece = heightMm === undefined ? changed : resizeFigure(changed, 'height', heightMm);
  return { piece, plan: planPiece(piece, { kit: kit ?? null }) };
}

/** The plan of one piece as the command prints it. */
export const runPiece = (loaded: Piece, options: PieceOptions, kit?: Kit): object =>
  describePiece(plannedWith(loaded, options, kit));

export function describePiece({ piece, plan }: PlannedPiece): object {
  const dressing = dressPiece(piece, plan);
  const verdict = verdictOf(piece, plan, dressing, DEFAULT_LIMITS);
  const hang = hangDressed(piece, plan, dressing);
  return {
    ...describePlan(plan),
    gauge: describeVerdict(verdict),
    hang: hang && { tilt_deg: degrees(hang.tiltRad), bail_x_mm: hang.bailX },
  };
}

/** What is said of each wire, and of those without a plan why, in the order of the drawing. */
function inPlaces(plan: Plan, describe: (wire: WirePlan) => object): object[] {
  const list = plan.wires.map(describe);
  for (const { place, breach } of plan.unplanned) {
    const { x, y } = breach.at;
    list.splice(place, 0, { planned: false, reason: told(breachWords(breach)), at: [x, y] });
  }
  return list;
}

function describePlan(plan: Plan): object {
  return {
    wires: inPlaces(plan, (w) => ({
      developed_mm: w.developedMm,
      cut_mm: w.cutMm,
      closed: w.closed,
      drawn_mm: w.drawnMm,
      // Walked in step, corners as they are formed; apart from it what their rounding takes.
      deviation_mm: w.stray?.mm ?? 0,
      deviation_at_mm: w.stray ? alongBlank(w, w.stray.atMm) - w.startMm : 0,
      rounding_mm: w.stray?.roundingMm ?? 0,
      elsewhere_mm: w.stray?.elsewhere?.mm ?? 0,
      corrections: w.corrections.map(({ id, mm }) => ({ name: id, length_mm: mm })),
      parts: w.parts.map((p) => ({ name: p.id, count: p.count, length_mm: p.lengthMm })),
      bends: w.bends.map((b) => ({
        kind: b.kind,
        angle_deg: degrees(b.angleRad),
        inside_radius_mm: b.insideRadiusMm,
        start_mm: alongBlank(w, b.startMm) - w.startMm,
        middle_mm: alongBlank(w, b.middleMm) - w.startMm,
        end_mm: alongBlank(w, b.endMm) - w.startMm,
        from_middle_mm: b.fromMiddleMm,
        step_mm: b.stepMm,
        tool: b.tool ? told(b.tool.name) : null,
        form_to_deg: degrees(b.formToRad),
      })),
    })),
    crossings: plan.crossings.map((c) => ({
      x_mm: c.at.x,
      y_mm: c.at.y,
      first_wire: c.firstWire,
      second_wire: c.secondWire,
      first_mm: c.firstMm,
      second_mm: c.secondMm,
      top: c.top,
    })),
    mass_g: plan.massG,
    advice: plan.advice.map((a) => ({ wire: a.wire, at_mm: a.atMm, message: told(a.message) })),
  };
}

/** What is said, in millimetres as the numbers are. */
const told = (said: Said): string => inWords(said, 'mm');

const choice = ({ size, why }: Choice): object => ({ wire_mm: size.diameterMm, why: told(why) });

function describeVerdict(verdict: Verdict | null): object {
  if (!verdict) return { rating: null, recommended_mm: null, recommended_awg: null, checks: [] };
  const { now, recommended, delicate, thinner, thicker } = verdict;
  const { size } = recommended;
  return {
    rating: now.rated.rating,
    share: now.rated.share,
    delicate: delicate && choice(delicate),
    recommended_mm: size.diameterMm,
    recommended_awg: size.awg ?? Math.round(mmToAwg(size.diameterMm)),
    passes: recommended.passes,
    why: told(recommended.why),
    thinner: thinner && choice(thinner),
    thicker: thicker && choice(thicker),
    checks: now.checks.map(({ id, ok, value, limit, unit, reason }) => ({
      id,
      ok,
      value,
      limit,
      unit,
      reason: told(reason),
    })),
  };
}
