import { useRef } from 'react';
import { ImageUp } from 'lucide-react';
import { Button } from '~/components/ui';
import { PICTURE_TYPES } from '~/screens/usePictureFile';

/** The place for one's own: a picture or a drawing is dropped or chosen, and is a piece. */
export function BeginTile({ busy, take }: { busy: boolean; take: (file: File) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <li className="flex min-h-44 flex-col items-center justify-center gap-2 rounded-xl border-2 border-dashed border-line p-5 text-center">
      <ImageUp size={26} aria-hidden="true" className="text-patina" />
      <p className="font-medium">{busy ? 'Reading it…' : 'Drop a picture or a drawing here'}</p>
      <p className="text-sm text-soft">
        A photo, a scan, SVG or DXF: its cut length, bends and gauge come by themselves.
      </p>
      <Button onClick={() => input.current?.click()}>Choose a file</Button>
      <input
        ref={input}
        type="file"
        accept={`${PICTURE_TYPES},.svg,image/svg+xml,.dxf,image/vnd.dxf`}
        className="hidden"
        aria-label="Picture or drawing for a new piece"
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) take(file);
          e.target.value = '';
        }}
      />
    </li>
  );
}
