import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Brand } from './Brand';
import { buttonClass } from './ui';

/** The head of a screen beside the pieces: whose it is, what else stands there, and the way back. */
export const TopBar = ({ children }: { children?: ReactNode }) => (
  <header className="flex items-center gap-3 py-4">
    <Brand />
    <span className="flex-1" />
    {children}
    <Link to="/" className={buttonClass('quiet')}>
      All pieces
    </Link>
  </header>
);
