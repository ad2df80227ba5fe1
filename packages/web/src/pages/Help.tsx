import { useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { Link, useLocation, useParams, useSearchParams } from 'react-router';
import { answers, DOCS, searchDocs } from '../help/docs.ts';
import { Shell } from '../parts/Shell.tsx';

/** Goes to the part that is asked for; of one that tells of a check, what speaks of it is marked. */
function useLit(page: RefObject<HTMLElement | null>, hash: string, docId: string, check: string | null, title: string): void {
  useEffect(() => {
    const section = hash ? document.getElementById(decodeURIComponent(hash.slice(1))) : null;
    page.current?.querySelectorAll('.lit').forEach((e) => e.classList.remove('lit'));
    if (!section) return void page.current?.scrollTo(0, 0);
    const blocks = check ? [...section.querySelectorAll<HTMLElement>('p, li, tbody tr')] : [];
    const scores = blocks.map((b) => answers(b.textContent ?? '', check!, title));
    const best = Math.max(0, ...scores);
    const lit = best >= 0.5 ? blocks.filter((_, i) => scores[i] === best) : [];
    lit.forEach((b) => b.classList.add('lit'));
    (lit[0] ?? section).scrollIntoView({ block: lit[0] ? 'center' : 'start' });
  }, [page, hash, docId, check, title]);
}

/** The user guide, the method notes and the job file, made from the project's own documents: to read, to search, to be led to from a joint or a check. */
export function HelpPage() {
  const { doc: docId = 'guide' } = useParams();
  const { hash } = useLocation();
  const [search] = useSearchParams();
  const check = search.get('check');
  const title = search.get('words') ?? '';
  const [query, setQuery] = useState('');
  const page = useRef<HTMLElement>(null);
  const doc = DOCS.find((d) => d.id === docId);
  const found = useMemo(() => searchDocs(query), [query]);
  useEffect(() => {
    document.title = `${doc?.title ?? 'Help'} · Ample Gusset`;
  }, [doc]);
  useLit(page, hash, docId, check, title);
  return (
    <Shell trail={<span className="here">Help</span>}>
      <div className="help">
        <nav aria-label="Contents" className="help-nav">
          <input
            className="input w-full"
            type="search"
            placeholder="Search the guide and the notes"
            aria-label="Search the guide and the notes"
            value={query}
            onChange={(e) => setQuery(e.target.value)}
          />
          {query.trim() !== '' && <Found found={found} query={query.trim()} />}
          <Contents docId={docId} />
        </nav>
        <main className="help-text" ref={page} tabIndex={0} aria-label={doc?.title ?? 'Help'}>
          {doc ? (
            doc.sections.map((s, i) => (
              <section key={s.id} id={s.id}>
                {i === 0 ? <h1>{s.title}</h1> : <h2>{s.title}</h2>}
                <div className="prose" dangerouslySetInnerHTML={{ __html: s.html }} />
              </section>
            ))
          ) : (
            <p className="problem">There is no document “{docId}”; choose one at the left.</p>
          )}
        </main>
      </div>
    </Shell>
  );
}

/** All documents; of the one that is read its parts. */
function Contents({ docId }: { docId: string }) {
  return (
    <>
      {DOCS.map((d) => (
        <div key={d.id} className="mt-3">
          <Link className="font-semibold block py-1" to={`/help/${d.id}`} aria-current={d.id === docId ? 'page' : undefined}>
            {d.title}
          </Link>
          {d.id === docId && (
            <ul>
              {d.sections.map((s) => (
                <li key={s.id}>
                  <Link className="block py-1 pl-3 hover:underline" to={`/help/${d.id}#${s.id}`}>
                    {s.title}
                  </Link>
                </li>
              ))}
            </ul>
          )}
        </div>
      ))}
    </>
  );
}

/** The parts that hold what is searched. */
function Found({ found, query }: { found: ReturnType<typeof searchDocs>; query: string }) {
  return (
    <div role="region" aria-label="Found" aria-live="polite">
      <p className="label mt-2">
        {found.length} parts hold “{query}”
      </p>
      <ul>
        {found.map((s) => (
          <li key={s.doc + s.id}>
            <Link className="block py-1 underline" to={`/help/${s.doc}#${s.id}`}>
              {s.title}
              <span className="muted"> · {DOCS.find((d) => d.id === s.doc)!.title}</span>
            </Link>
          </li>
        ))}
      </ul>
    </div>
  );
}
