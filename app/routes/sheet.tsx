import { useMemo, useState } from 'react';
import { FileDown } from 'lucide-react';
import { toast } from 'sonner';
import boldUrl from '@fontsource/hanken-grotesk/files/hanken-grotesk-latin-600-normal.woff?url';
import regularUrl from '@fontsource/hanken-grotesk/files/hanken-grotesk-latin-400-normal.woff?url';
import { writeBendsCsv, writeFigureSvg, writePatternSvg, writePiece } from '@core/file';
import { buildSheet, PAPERS, type Paper } from '@core/sheet';
import { PageView } from '~/components/PageView';
import { StagePanel } from '~/components/StagePanel';
import { saveFile } from '~/components/saveFile';
import { Button, Choices, Section } from '~/components/ui';
import { useWorkbench } from '~/state/workbench';
import { planner } from '~/workers/planner';

const SHOWN_PAGES = 12;

export default function SheetScreen() {
  const { planState, settings, tools } = useWorkbench();
  const { plan, planned } = planState;
  const [paper, setPaper] = useState<Paper['id']>(settings.paper);
  const [busy, setBusy] = useState(false);
  const sheet = useMemo(
    () =>
      plan && planned && plan.wires.length > 0
        ? buildSheet(planned, plan, paper, settings.unit)
        : null,
    [plan, planned, paper, settings.unit],
  );
  if (!plan || !planned || !sheet) {
    return (
      <div className="flex flex-1 items-center justify-center p-10 text-center text-soft">
        <p>There is nothing to print yet. Draw a wire or bring in an SVG on the Figure stage.</p>
      </div>
    );
  }
  const name = planned.name.trim() || 'piece';
  const savePdf = async (): Promise<void> => {
    setBusy(true);
    try {
      const fonts = {
        regular: new URL(regularUrl, location.href).href,
        bold: new URL(boldUrl, location.href).href,
      };
      saveFile(
        `${name}.pdf`,
        await planner().pdf(planned, tools, paper, settings.unit, fonts),
        'application/pdf',
      );
    } catch {
      toast.error(
        'The PDF could not be made. Your piece is as it was; try again, or save the SVG pattern.',
      );
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <div
        className="min-h-0 flex-1 overflow-y-auto bg-bench p-5"
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
          <Choices
            label="Paper"
            value={paper}
            options={Object.values(PAPERS).map((p) => ({ value: p.id, label: p.name }))}
            onChange={setPaper}
          />
          <Button look="main" className="w-full" onClick={() => void savePdf()} disabled={busy}>
            <FileDown size={16} aria-hidden="true" /> {busy ? 'Making the PDF…' : 'Save the PDF'}
          </Button>
          <p className="text-xs text-soft">
            {sheet.pages.length} {sheet.pages.length === 1 ? 'page' : 'pages'}. Print at actual
            size, then lay a ruler on the check lines.
          </p>
        </Section>
        <Section title="Other files">
          <div className="grid gap-2">
            <Button
              onClick={() =>
                saveFile(`${name} pattern.svg`, writePatternSvg(planned, plan), 'image/svg+xml')
              }
            >
              Pattern as SVG
            </Button>
            <Button
              onClick={() =>
                saveFile(`${name} figure.svg`, writeFigureSvg(planned), 'image/svg+xml')
              }
            >
              Figure as drawn, SVG
            </Button>
            <Button
              onClick={() =>
                saveFile(`${name} bends.csv`, writeBendsCsv(planned, plan), 'text/csv')
              }
            >
              Bend list as CSV
            </Button>
            <Button
              onClick={() => saveFile(`${name}.json`, writePiece(planned), 'application/json')}
            >
              The piece as JSON
            </Button>
          </div>
        </Section>
      </StagePanel>
    </>
  );
}
