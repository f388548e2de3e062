import { useMemo, useState } from 'react';
import { FileDown } from 'lucide-react';
import { toast } from 'sonner';
import { writeBendsCsv, writeFigureSvg, writePatternSvg, writePiece } from '@core/file';
import { PAPERS, type Paper } from '@core/sheet';
import type { SheetWish } from '@core/planning';
import { NumberField } from '~/components/NumberField';
import { PageView } from '~/components/PageView';
import { StagePanel } from '~/components/StagePanel';
import { printFonts } from '~/components/printFonts';
import { saveFile } from '~/components/saveFile';
import { Tick } from '~/components/Tick';
import { Button, Choices, Picker, Section } from '~/components/ui';
import { ShowPicture } from '~/screens/sheet/ShowPicture';
import { PEG_CHOICES, pegBoardOf, type PegChoice } from '~/screens/bends/pegChoice';
import { askAbout } from '~/state/current';
import { useQuery } from '~/state/useQuery';
import { usePiece, usePointer, useShown, useWorkbench } from '~/state/workbench';
import { report } from '~/storage/report';
import { besidePlanner } from '~/workers/planner';

const SHOWN_PAGES = 12;

export default function SheetScreen() {
  const { planState, settings } = useWorkbench();
  const { planned } = planState;
  const { wish, fields } = useWish();
  const piece = usePiece();
  // Some things are pieces by themselves, without a figure.
  const isPrinted = piece.paths.length > 0 || piece.dressing.length > 0;
  const { value: sheet, failed } = useQuery('sheet', planned && isPrinted ? [wish] : null);
  if (!planned || !isPrinted || failed || !sheet) {
    return (
      <div className="flex flex-1 items-center justify-center p-10 text-center text-soft">
        <p role="status">
          {failed
            ? 'The sheet could not be laid out. Your piece is as it was; undo the last change to go on.'
            : isPrinted
              ? 'Laying out the sheet…'
              : 'There is nothing to print yet. Draw a wire or bring in a drawing on the Figure stage.'}
        </p>
      </div>
    );
  }
  return (
    <>
      <div
        className="relative min-h-0 flex-1 overflow-y-auto bg-bench p-5"
        tabIndex={0}
        role="region"
        aria-label="Pages of the sheet"
      >
        <div className="mx-auto flex max-w-3xl flex-col gap-5">
          {sheet.pages.slice(0, SHOWN_PAGES).map((page, i) => (
            <PageView key={i} page={page} paper={sheet.paper} number={i + 1} />
          ))}
          {sheet.pages.length > SHOWN_PAGES && (
            <p className="text-center text-soft">
              {sheet.pages.length - SHOWN_PAGES} more pages are in the PDF.
            </p>
          )}
        </div>
      </div>
      <StagePanel>
        <Section title="Print">
          {fields}
          <SavePdf wish={wish} />
          <p className="text-xs text-soft">
            {sheet.pages.length} {sheet.pages.length === 1 ? 'page' : 'pages'}. Print at actual
            size, then lay a ruler on the check lines. Lengths in{' '}
            {settings.unit === 'mm' ? 'mm' : 'inches'}.
          </p>
        </Section>
        <OtherFiles />
      </StagePanel>
    </>
  );
}

/** What goes on the sheet, with the fields to choose it. */
function useWish(): { wish: SheetWish; fields: React.ReactNode } {
  const { settings, toolbox, pointer } = useWorkbench();
  const twin = usePointer((p) => p.twin);
  const [paper, setPaper] = useState<Paper['id']>(settings.paper);
  const [both, setBoth] = useState(false);
  const [drawings, setDrawings] = useState(true);
  const [pegs, setPegs] = useState<PegChoice>('none');
  const { board } = toolbox;
  const hands = both ? 'both' : twin ? 'twin' : 'drawn';
  const wish = useMemo<SheetWish>(
    () => ({
      paper,
      unit: settings.unit,
      hands,
      drawings,
      pegs: pegBoardOf(pegs, board),
      worksWith: settings.hand,
    }),
    [paper, settings.unit, settings.hand, hands, drawings, pegs, board],
  );
  const fields = (
    <>
      <Choices
        label="Paper"
        value={paper}
        options={Object.values(PAPERS).map((p) => ({ value: p.id, label: p.name }))}
        onChange={setPaper}
      />
      <Choices
        label="Hand"
        value={hands}
        options={[
          { value: 'drawn', label: 'as drawn' },
          { value: 'twin', label: 'twin' },
          { value: 'both', label: 'both' },
        ]}
        onChange={(v) => {
          setBoth(v === 'both');
          pointer.getState().point({ twin: v === 'twin' });
        }}
      />
      <Tick label="A small drawing of each step" value={drawings} set={setDrawings} />
      <Picker label="Pegs" value={pegs} options={PEG_CHOICES} onChange={setPegs} />
    </>
  );
  return { wish, fields };
}

const nameOf = (name: string, twin: boolean): string =>
  `${name.trim() || 'piece'}${twin ? ', twin' : ''}`;

function SavePdf({ wish }: { wish: SheetWish }) {
  const { current } = useWorkbench().planState;
  const [busy, setBusy] = useState(false);
  const save = async (): Promise<void> => {
    if (!current) return;
    setBusy(true);
    try {
      const name = nameOf(current.piece.name, wish.hands === 'twin');
      saveFile(
        `${name}.pdf`,
        await askAbout(besidePlanner(), current, (w, state) => w.pdf(state, wish, printFonts())),
        'application/pdf',
      );
    } catch (error) {
      report(error, 'the PDF');
      toast.error(
        'The PDF could not be made. Your piece is as it was; try again, or save the SVG pattern.',
      );
    } finally {
      setBusy(false);
    }
  };
  return (
    <Button look="main" className="w-full" onClick={() => void save()} disabled={busy}>
      <FileDown size={16} aria-hidden="true" /> {busy ? 'Making the PDF…' : 'Save the PDF'}
    </Button>
  );
}

/** The pattern and the lists in open formats, of the hand that is shown. */
function OtherFiles() {
  const { current } = useWorkbench().planState;
  const { plan, piece, dressing, twin } = useShown();
  const { settings } = useWorkbench();
  const [dpi, setDpi] = useState(300);
  if (!plan || !piece || !current) return null;
  const name = nameOf(current.piece.name, twin);
  const saveDxf = async (): Promise<void> => {
    try {
      const text = await askAbout(besidePlanner(), current, (w, state) => w.dxf(state, twin));
      saveFile(`${name} pattern.dxf`, text, 'image/vnd.dxf');
    } catch (error) {
      report(error, 'the DXF');
      toast.error('The DXF could not be made. Your piece is as it was.');
    }
  };
  const savePng = async (): Promise<void> => {
    try {
      const made = await askAbout(besidePlanner(), current, (w, state) => w.png(state, twin, dpi));
      if (!made.ok) {
        toast.error(made.message, { duration: 10_000 });
        return;
      }
      const bytes = new Uint8Array(await made.value.arrayBuffer());
      saveFile(`${name} pattern.png`, bytes, 'image/png');
    } catch (error) {
      report(error, 'the picture of the pattern');
      toast.error('The picture could not be made. Your piece is as it was.');
    }
  };
  return (
    <Section title="Other files">
      <div className="grid gap-2">
        {dressing && (
          <ShowPicture
            name={name}
            piece={piece}
            plan={plan}
            dressing={dressing}
            unit={settings.unit}
          />
        )}
        <Button
          onClick={() =>
            saveFile(`${name} pattern.svg`, writePatternSvg(piece, plan), 'image/svg+xml')
          }
        >
          Pattern as SVG
        </Button>
        <Button onClick={() => void saveDxf()}>Pattern as DXF, in mm</Button>
        <div className="grid grid-cols-2 items-end gap-2">
          <NumberField label="Dots to the inch" value={dpi} min={50} max={2400} onChange={setDpi} />
          <Button onClick={() => void savePng()}>Pattern as PNG</Button>
        </div>
        <Button
          onClick={() => saveFile(`${name} figure.svg`, writeFigureSvg(piece), 'image/svg+xml')}
        >
          Figure as drawn, SVG
        </Button>
        <Button
          onClick={() => saveFile(`${name} bends.csv`, writeBendsCsv(piece, plan), 'text/csv')}
        >
          Bend list as CSV
        </Button>
        <Button onClick={() => saveFile(`${name}.json`, writePiece(piece), 'application/json')}>
          The piece as JSON
        </Button>
      </div>
    </Section>
  );
}
