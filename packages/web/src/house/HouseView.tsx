import { useEffect, useMemo, useState } from 'react';
import {
  basisOf,
  basisWords,
  houseKey,
  houseSheet,
  kindOf,
  kindTitle,
  lineOf,
  LineError,
  readHouse,
  refusalOf,
  type Drawing,
  type HouseDetail,
  type HouseRecord,
  type HouseVersion,
} from '@ample/core';
import { api } from '../api.ts';
import { Picture } from '../joint/Sheet.tsx';
import { Problem } from '../parts/Dialog.tsx';
import { Issue } from '../parts/Issue.tsx';
import { OpenEditor, RangeEditor } from './RangeEditor.tsx';
import { ResistanceList } from './ResistanceList.tsx';
import { useResistances } from './useResistances.ts';
import { Versions } from './Versions.tsx';

/** The sheet of a house detail; the sentence that says why there is none. */
function drawn(detail: HouseDetail, version: number): { readonly drawing: Drawing } | { readonly problem: string } {
  try {
    return { drawing: houseSheet(detail, version) };
  } catch (e) {
    return { problem: refusalOf(e).message };
  }
}

/** One house detail: what is changed of it is kept as a new version. */
export function HouseView({ house, onChanged }: { house: HouseRecord; onChanged: () => Promise<void> }) {
  const [detail, setDetail] = useState<HouseDetail>(house.detail);
  const [problem, setProblem] = useState('');
  const [paper, setPaper] = useState(false);
  const [versions, setVersions] = useState<readonly HouseVersion[]>([]);
  useEffect(() => {
    api.houseVersions(house.id).then(
      (h) => setVersions(h.versions),
      (e: Error) => setProblem(e.message),
    );
  }, [house.id]);
  const changed = houseKey(detail) !== houseKey(house.detail);
  const change = (of: Partial<HouseDetail>): void => {
    const next = { ...detail, ...of };
    try {
      setDetail(readHouse(next));
      setProblem('');
    } catch (e) {
      setProblem(refusalOf(e).message);
    }
  };
  const resistances = useResistances(detail);
  const sheet = useMemo(() => drawn(detail, house.version), [detail, house.version]);
  const failed = (e: Error): void => setProblem(e.message);
  const save = (why: string): void =>
    void api.saveHouse(house.id, house.version, detail, why.trim() || 'changed').then(onChanged, failed);
  const retire = (): void => void api.retireHouse(house.id, !house.retired).then(onChanged, failed);
  const drop = (): void => {
    setDetail(house.detail);
    setProblem('');
  };
  return (
    <div className="page-inner">
      <Title house={house} detail={detail} onRetire={retire} />
      <Problem>{problem}</Problem>
      {changed && <KeepChange house={house} onKeep={save} onDrop={drop} />}
      <LineField detail={detail} onChange={change} />
      <div className="house-two mt-2">
        <SheetAndNote detail={detail} sheet={sheet} onNote={(note) => setDetail({ ...detail, note })} />
        <div>
          <RangeEditor detail={detail} onChange={change} />
          <OpenEditor detail={detail} onChange={change} />
        </div>
      </div>
      <ResistanceList detail={detail} of={resistances} onPdf={changed ? null : () => setPaper(true)} />
      <Versions versions={versions} />
      {paper && <Issue houseId={house.id} title={`Issue ${detail.name}`} onClose={() => setPaper(false)} />}
    </div>
  );
}

/** The detail as one line; Enter takes it. */
function LineField({ detail, onChange }: { detail: HouseDetail; onChange: (change: Partial<HouseDetail>) => void }) {
  const kind = kindOf(detail.kind);
  const { units } = basisOf(detail);
  const line = lineOf(detail, detail);
  const [text, setText] = useState(line);
  const [problem, setProblem] = useState('');
  useEffect(() => setText(line), [line]);
  const take = (): void => {
    if (text.trim() === line) return setProblem('');
    try {
      const input: unknown = kind.line.parse(text, detail.input, units);
      // What can't be built is refused as on a joint.
      void kind.build(input, basisOf(detail, detail.settings)).quantities;
      setProblem('');
      onChange({ input });
    } catch (e) {
      setProblem(e instanceof LineError ? e.message : refusalOf(e).message);
    }
  };
  return (
    <label className="block">
      <span className="label">Detail line: Enter takes it</span>
      <input
        className="line-input block"
        value={text}
        spellCheck={false}
        aria-invalid={problem !== ''}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') take();
        }}
        onBlur={take}
      />
      <Problem>{problem}</Problem>
    </label>
  );
}

/** What changed is kept with its reason, or dropped. */
function KeepChange({ house, onKeep, onDrop }: { house: HouseRecord; onKeep: (why: string) => void; onDrop: () => void }) {
  const [why, setWhy] = useState('');
  return (
    <form
      className="dialog-ask"
      onSubmit={(e) => {
        e.preventDefault();
        onKeep(why);
      }}
    >
      <label className="flex-1 flex gap-2 items-center">
        What changed, and why
        <input className="input flex-1" value={why} maxLength={200} onChange={(e) => setWhy(e.target.value)} />
      </label>
      <button type="submit" className="btn btn-primary">
        Keep as version {house.version + 1}
      </button>
      <button type="button" className="btn" onClick={onDrop}>
        Drop the changes
      </button>
    </form>
  );
}

/** Its name and state. */
function Title({ house, detail, onRetire }: { house: HouseRecord; detail: HouseDetail; onRetire: () => void }) {
  return (
    <div className="flex items-baseline gap-3 mb-2">
      <h1>{detail.name}</h1>
      <span className="muted flex-1">
        {kindTitle(kindOf(detail.kind), basisOf(detail).standard)} · {basisWords(detail.basis)} · version {house.version}
        {house.retired ? ' · retired: offered no more' : ''}
      </span>
      <button type="button" className="btn" onClick={onRetire}>
        {house.retired ? 'Offer it again' : 'Retire'}
      </button>
    </div>
  );
}

/** The detail drawn, and what is noted of it. */
function SheetAndNote({
  detail,
  sheet,
  onNote,
}: {
  detail: HouseDetail;
  sheet: ReturnType<typeof drawn>;
  onNote: (note: string) => void;
}) {
  return (
    <div>
      <div className="house-sheet">
        {'drawing' in sheet ? (
          <Picture drawing={sheet.drawing} over={[]} label={`Drawing of ${detail.name}`} />
        ) : (
          <Problem>{sheet.problem}</Problem>
        )}
      </div>
      <label className="block mt-3">
        <span className="label">Note</span>
        <textarea
          className="textarea w-full"
          rows={2}
          maxLength={2000}
          value={detail.note}
          onChange={(e) => onNote(e.target.value)}
        />
      </label>
    </div>
  );
}
