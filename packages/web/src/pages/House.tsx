import { useCallback, useEffect, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { basisWords, kindOf, kindTitle, standardOf, type HouseRecord } from '@ample/core';
import { api } from '../api.ts';
import { HouseView } from '../house/HouseView.tsx';
import { Problem } from '../parts/Dialog.tsx';
import { Shell } from '../parts/Shell.tsx';
import { FileInput } from '../parts/FileInput.tsx';

/** House details of the office: the list of them, and one with its range, its drawing, its resistances and its versions. */
export function HousePage() {
  const { houseId } = useParams();
  const [list, setList] = useState<readonly HouseRecord[] | null>(null);
  const [problem, setProblem] = useState('');
  const file = useRef<HTMLInputElement>(null);
  const load = useCallback(() => api.house().then(setList, (e: Error) => setProblem(e.message)), []);
  useEffect(() => {
    document.title = 'House details';
    void load();
  }, [load]);
  const takeIn = (f: File): void => {
    setProblem('');
    void f
      .text()
      .then(api.importHouse)
      .then(setList, (x: Error) => setProblem(x.message));
  };
  const chosen = list?.find((h) => h.id === houseId) ?? (houseId === undefined ? list?.find((h) => !h.retired) : undefined);
  return (
    <Shell
      help="/help/guide#house-details"
      trail={<span className="here">House details</span>}
      tools={
        <>
          <Link className="quiet" to="/house/rules" title="Name and logo of the office, decimal sign, paper, DXF">
            House rules
          </Link>
          <a className="quiet" href={api.houseFileUrl} download title="All that are offered, in one file">
            Save as a file
          </a>
          <button type="button" className="quiet" onClick={() => file.current?.click()}>
            Take in a file
          </button>
        </>
      }
    >
      <main className="house">
        <nav className="house-list" aria-label="House details">
          <FileInput of={file} label="File of house details" onFile={takeIn} />
          <Problem>{problem}</Problem>
          {list?.map((h) => (
            <Listed key={h.id} house={h} chosen={h.id === chosen?.id} />
          ))}
          {list?.length === 0 && (
            <p className="muted">
              No house detail yet. Open a joint that is detailed as your office likes it, and choose “Keep as a house detail”
              beside its drawing: with a name and a range it stands here, with a table of what it carries.
            </p>
          )}
        </nav>
        <div className="page">
          {chosen && <HouseView key={`${chosen.id}/${chosen.version}/${chosen.retired}`} house={chosen} onChanged={load} />}
          {list && houseId !== undefined && !chosen && <p className="muted">This house detail is not kept here.</p>}
        </div>
      </main>
    </Shell>
  );
}

/** A house detail in the list. */
function Listed({ house: h, chosen }: { house: HouseRecord; chosen: boolean }) {
  return (
    <Link to={`/house/${h.id}`} aria-current={chosen ? 'page' : undefined}>
      <span className="font-semibold">{h.detail.name}</span>
      <span className="muted"> · version {h.version}</span>
      <span className="block muted">
        {kindTitle(kindOf(h.detail.kind), standardOf(h.detail.basis.standard))} · {basisWords(h.detail.basis)}
      </span>
      <span className="block muted">
        {h.retired ? 'retired · ' : ''}
        {h.joints === 1 ? '1 joint names it' : `${h.joints} joints name it`}
      </span>
    </Link>
  );
}
