import { useQuery } from '@tanstack/react-query';
import { PackageOpen, Plus, Search } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button, Form, InputGroup, Spinner } from 'react-bootstrap';
import { Link } from 'react-router';
import { sentenceOf } from '@cruvo/core/problem';
import { listProductions } from '../api/documents';
import { IntakeProgress } from '../intake/IntakeProgress';
import { Notice } from '../shell/Notice';
import { TopBar } from '../shell/TopBar';
import { BinNotice } from './BinNotice';
import { DeletedList } from './DeletedList';
import { findProductions, SORTINGS, type Sorting } from './findProductions';
import { ProductionCard } from './ProductionCard';
import { useBin } from './useBin';
import { useProductionDrop } from './useProductionDrop';

/** So many productions are found at a glance. */
const AT_A_GLANCE = 3;

/** All productions. */
export function HomePage() {
  const { data, error, isPending, refetch } = useQuery({
    queryKey: ['productions'],
    queryFn: listProductions,
    staleTime: 0,
  });
  const bin = useBin();
  const { intake, getRootProps, getInputProps, isDragActive, open } = useProductionDrop();
  const [search, setSearch] = useState('');
  const [sorting, setSorting] = useState<Sorting>('saved');
  const found = useMemo(
    () => (data ? findProductions(data, search, sorting) : []),
    [data, search, sorting],
  );
  return (
    <div className="page">
      <TopBar />
      <main {...getRootProps({ className: `page-body ${isDragActive ? 'over' : ''}` })}>
        <input {...getInputProps({ 'aria-label': 'A production that was carried away' })} />
        {error && !data ? (
          <Notice title="The productions can’t be shown" onRetry={() => void refetch()}>
            {sentenceOf(error)}
          </Notice>
        ) : (
          <div className="page-column">
            <div className="page-head">
              <h1 className="h3 mb-0">Productions</h1>
              {data && data.length > AT_A_GLANCE && (
                <>
                  <InputGroup size="sm" className="search">
                    <InputGroup.Text>
                      <Search size={15} aria-hidden />
                    </InputGroup.Text>
                    <Form.Control
                      type="search"
                      placeholder="Productions, scenes, characters"
                      aria-label="Search productions, scenes and characters"
                      value={search}
                      onChange={({ target }) => setSearch(target.value)}
                    />
                  </InputGroup>
                  <Form.Select
                    size="sm"
                    className="w-auto"
                    aria-label="Order"
                    value={sorting}
                    onChange={({ target }) => setSorting(target.value as Sorting)}
                  >
                    {Object.entries(SORTINGS).map(([key, label]) => (
                      <option key={key} value={key}>
                        {label}
                      </option>
                    ))}
                  </Form.Select>
                </>
              )}
              <Button
                variant="secondary"
                className="ms-auto"
                title="Bring in a production that was carried away as a file. It can also be dropped here."
                onClick={open}
              >
                <PackageOpen size={18} aria-hidden /> Bring one in
              </Button>
              <Link to="/new" className="btn btn-primary">
                <Plus size={18} aria-hidden /> New production
              </Link>
            </div>
            <BinNotice bin={bin} />
            {(intake.progress ?? intake.failure) !== null && (
              <div className="mb-4">
                <IntakeProgress name="the production" intake={intake} />
              </div>
            )}
            {isPending && <Spinner role="status" aria-label="Loading" />}
            {data?.length === 0 && (
              <p className="quiet">
                Nothing here yet. Bring two drawings and a voice, and they talk within a minute.
              </p>
            )}
            {data && data.length > 0 && found.length === 0 && (
              <p className="quiet" role="status">
                Nothing is called “{search.trim()}”.
              </p>
            )}
            <div className="production-grid">
              {found.map((production) => (
                <ProductionCard
                  key={production.id}
                  production={production}
                  onDelete={() => bin.remove(production)}
                />
              ))}
            </div>
            <DeletedList production={null} bin={bin} />
          </div>
        )}
      </main>
    </div>
  );
}
