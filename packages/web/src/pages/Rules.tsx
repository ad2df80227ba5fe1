import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { readRulesFile, Refusal, ruleHelp, rulesFile, type GivenRules, type OfficeRules } from '@ample/core';
import { api } from '../api.ts';
import { forgetOffice } from '../house/office.ts';
import { PracticeEditor } from '../house/PracticeEditor.tsx';
import { RulesEditor } from '../house/RulesEditor.tsx';
import { saveText } from '../parts/save.ts';
import { Problem } from '../parts/Dialog.tsx';
import { FieldNote, useFieldNote } from '../parts/FieldNote.tsx';
import { Shell } from '../parts/Shell.tsx';
import { FileInput } from '../parts/FileInput.tsx';

/** The house rules of the office as they are changed, and their saving. */
function useRules() {
  const [stored, setStored] = useState<OfficeRules | null>(null);
  const [rules, setRules] = useState<GivenRules>({});
  const [problem, setProblem] = useState('');
  const [saved, setSaved] = useState(false);
  const take = (r: OfficeRules): void => {
    setStored(r);
    setRules(r.rules);
  };
  useEffect(() => {
    document.title = 'House rules';
    api.rules().then(take, (e: Error) => setProblem(e.message));
  }, []);
  const change = (to: GivenRules): void => {
    setSaved(false);
    setRules(to);
  };
  const save = (): void => {
    setProblem('');
    api.saveRules(stored!.version, rules).then(
      (r) => {
        forgetOffice();
        take(r);
        setSaved(true);
      },
      (e: Error) => setProblem(e.message),
    );
  };
  return { stored, rules, problem, saved, change, save, setProblem };
}

/** House rules of the office: how what leaves the product looks. */
export function RulesPage() {
  const { stored, rules, problem, saved, change, save, setProblem } = useRules();
  const { note, onFocus } = useFieldNote((help) => ruleHelp(help) ?? '');
  const file = useRef<HTMLInputElement>(null);
  const takeFile = (text: string): void => {
    setProblem('');
    try {
      change(readRulesFile(JSON.parse(text)));
    } catch (e) {
      setProblem(e instanceof Refusal ? e.message : 'file: it is not JSON; accepted is a file of house rules.');
    }
  };
  return (
    <Shell
      help="/help/guide#house-rules"
      trail={
        <>
          <Link to="/house">House details</Link>
          <span className="here">/ House rules</span>
        </>
      }
      tools={<Tools rules={rules} ready={stored !== null} onSave={save} onFile={() => file.current?.click()} />}
    >
      <main className="page" onFocus={onFocus}>
        <FileInput of={file} label="File of house rules" onFile={(f) => void f.text().then(takeFile)} />
        <div className="page-inner">
          <Problem>{problem}</Problem>
          <h1 className="mb-1">House rules</h1>
          <p className="muted mb-4">
            How what leaves the product looks, and what details are made of and cost, for every job of the office. A job may have
            its own in its Basis. No result depends on them.
            {stored && stored.version > 0 && ` Saved ${stored.at.slice(0, 10)}${stored.who ? ` by ${stored.who}` : ''}.`}
          </p>
          {saved && (
            <p className="muted mb-2" role="status">
              Saved. Whatever is issued from now on follows them.
            </p>
          )}
          {/* What is typed before they are read would be lost. */}
          {stored && (
            <>
              <RulesEditor rules={rules} onChange={change} />
              <PracticeEditor rules={rules} onChange={change} />
            </>
          )}
        </div>
        <FieldNote note={note} />
      </main>
    </Shell>
  );
}

/** Rules to a file and out of one, and saved. */
function Tools({ rules, ready, onSave, onFile }: { rules: GivenRules; ready: boolean; onSave: () => void; onFile: () => void }) {
  return (
    <>
      <button
        type="button"
        className="quiet"
        onClick={() => saveText('house-rules.json', `${JSON.stringify(rulesFile(rules), null, 2)}\n`, 'application/json')}
      >
        Save as a file
      </button>
      <button type="button" className="quiet" onClick={onFile}>
        Take in a file
      </button>
      <button type="button" className="btn btn-primary" disabled={!ready} onClick={onSave}>
        Save rules
      </button>
    </>
  );
}
