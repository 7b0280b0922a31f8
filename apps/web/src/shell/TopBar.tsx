import { Moon, Sun } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { IconButton } from './IconButton';
import { useTheme } from './theme';

/** The bar at the top of every page: the way home, what the page is about, and what one can do with it. */
export function TopBar({ title, children }: { title?: ReactNode; children?: ReactNode }) {
  const { theme, toggle } = useTheme();
  return (
    <header className="topbar">
      <Link to="/" className="wordmark" aria-label="Cruvo, all productions">
        <img src="/cruvo.svg" alt="" />
        Cruvo
      </Link>
      {title && <div className="title">{title}</div>}
      <div className="ms-auto d-flex align-items-center gap-1">
        {children}
        <IconButton
          icon={theme === 'dark' ? Sun : Moon}
          label={theme === 'dark' ? 'Light surroundings' : 'Dark surroundings'}
          onClick={toggle}
        />
      </div>
    </header>
  );
}
