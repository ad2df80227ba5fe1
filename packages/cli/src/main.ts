import { compareJobs, jobFile, PAPERS, plainSearch, printable } from '@ample/core';
import { Command, Option } from 'commander';
import { checkFile, exitCode, printReport } from './check.ts';
import { combineFile, printCombined } from './combine.ts';
import type { ExportOptions } from './export.ts';
import type { FieldCommand } from './field.ts';
import { houseCsv, houseResults, printHouse } from './house.ts';
import { printLine } from './line.ts';
import type { ModelOptions } from './model.ts';
import { BadInput, ofOffice, readJobFile } from './input.ts';
import { streamOut, today, writeOut } from './output.ts';
import { LEVELS, type Level } from '@ample/exchange/level';
import { OFFICE_FORMATS } from '@ample/exchange/office-formats';
import { SHOP_FORMATS as SHOP } from '@ample/exchange/shop-formats';

const RULES = 'house rules of the office: its name, logo, decimal sign, paper, and how DXF is written';
const FORMATS = [...SHOP, ...OFFICE_FORMATS];

/** A number of details, as it is typed. */
function countOf(option: string, text: string, most: number): number {
  const n = Number(text);
  if (!Number.isInteger(n) || n < 1 || n > most)
    throw new BadInput(`${option}: "${text}" is no number of details; accepted is 1 to ${most}.`);
  return n;
}

/** One line on the error stream, whatever the text holds. */
const complain = (text: string): void => void process.stderr.write(`${printable(text, 2000)}\n`);

/** Exit codes: 0 all hold, 1 something gives, breaks a rule or could not be checked, 2 bad input or a joint that is refused. */
const program = new Command('gusset')
  .description('Checks and reports the joints of a job file.')
  .configureOutput({ writeErr: (text) => void process.stderr.write(`${printable(text.trimEnd(), 2000)}\n`) })
  .exitOverride()
  .showHelpAfterError(false);

program
  .command('check <job>')
  .description('check every joint under every combination')
  .option('--json', 'print the result as JSON')
  .option('--trace', 'with each named value of the calculation')
  .action((path: string, options: { json?: boolean; trace?: boolean }) => {
    const result = checkFile(readJobFile(path), options.trace ?? false);
    for (const j of result.joints)
      if (j.state === 'refused')
        complain(j.refusal.message.startsWith('joint ') ? j.refusal.message : `joint ${j.mark}: ${j.refusal.message}`);
    process.stdout.write(options.json || options.trace ? `${JSON.stringify(result, null, 2)}\n` : printReport(result));
    process.exitCode = exitCode(result);
  });

program
  .command('house <file>')
  .description('resistances of house details over their ranges')
  .option('--name <name>', 'of this one alone')
  .option('--json', 'print the result as JSON')
  .option('--csv <path>', 'write the tables as CSV')
  .action((path: string, options: { name?: string; json?: boolean; csv?: string }) => {
    const results = houseResults(path, options.name);
    if (options.csv !== undefined) writeOut(options.csv, houseCsv(results));
    else process.stdout.write(options.json ? `${JSON.stringify(results, null, 2)}\n` : results.map(printHouse).join('\n'));
  });

program
  .command('report <job>')
  .description('write the PDF of a whole job')
  .addOption(
    new Option('--level <level>', LEVELS.map((l) => `${l.id}: ${l.about}`).join('; '))
      .choices(LEVELS.map((l) => l.id))
      .default('governing'),
  )
  .option('--rules <file>', RULES)
  .requiredOption('-o, --output <file>', 'the PDF to write')
  .action(async (path: string, options: { output: string; level: Level; rules?: string }) => {
    const read = await ofOffice(readJobFile(path), options.rules);
    for (const u of read.unreadable) complain(u.message);
    // Half of what the command would load serves this alone.
    const { jobPdf } = await import('@ample/exchange/pdf');
    const bytes = await streamOut(options.output, (out) => jobPdf(read.job, { date: today(), level: options.level }, out));
    const result = checkFile(read, false);
    process.stdout.write(`${options.output}: ${read.job.joints.length} joints, ${bytes} bytes\n`);
    process.exitCode = exitCode(result);
  });

program
  .command('export <job> [mark]')
  .description('write files of one joint or of a whole job: drawings, plates, machine files, lists')
  .addOption(
    new Option('--format <format>', FORMATS.map((f) => `${f.id}: ${f.about}`).join('; ')).choices(FORMATS.map((f) => f.id)),
  )
  .addOption(
    new Option('--copy <copy>', 'what stands on drawings: for the shop without failure, forces and pressures')
      .choices(['shop', 'calculation'])
      .default('shop'),
  )
  .addOption(
    new Option('--level <level>', 'how much of a calculation; governing of a job, everything of one joint').choices(
      LEVELS.map((l) => l.id),
    ),
  )
  .addOption(new Option('--units <units>', 'of drawings; those of the job when left out').choices(['mm', 'in']))
  .addOption(new Option('--paper <paper>', 'of drawings; several sheets on a larger one').choices(PAPERS.map((p) => p.id)))
  .addOption(new Option('--dimensions <form>', 'of drawings in DXF').choices(['lines', 'entities']).default('lines'))
  .option('--member <mm>', 'how much of a member is given from its end', '1000')
  .option('--sheet <mm>', 'sheets that plates are cut from, as 3000x1500', '3000x1500')
  .option('--list <id>', 'one list of one joint as CSV, as anchors or setting-out')
  .option('--template', 'the template of one joint as DXF')
  .option('--rules <file>', RULES)
  .requiredOption('-o, --output <path>', 'a file, a name that ends in .zip, or a folder that ends in /')
  .action(async (path: string, mark: string | undefined, options: ExportOptions & { rules?: string }) => {
    const read = await ofOffice(readJobFile(path), options.rules);
    for (const u of read.unreadable) complain(u.message);
    const { exportFiles, exportPart } = await import('./export.ts');
    if (options.format === undefined) {
      if (mark === undefined)
        throw new BadInput('format: none is given; accepted for a whole job are ' + FORMATS.map((f) => f.id).join(', ') + '.');
      const text = exportPart(read.job, mark, options);
      writeOut(options.output, text);
      process.stdout.write(`${options.output}: ${text.length} bytes\n`);
      return;
    }
    const { written, left } = await exportFiles(read, mark, options.format, options);
    for (const l of left) complain(`joint ${l.joint}: ${l.left}`);
    process.stdout.write(`${options.output}: ${written} ${written === 1 ? 'file' : 'files'}\n`);
    process.exitCode = left.length || read.unreadable.length ? 1 : 0;
  });

program
  .command('line <text>')
  .description('read a detail line and print it with the values that it gives')
  .option('--json', 'print the values as JSON')
  .action((text: string, options: { json?: boolean }) => void process.stdout.write(printLine(text, options.json ?? false)));

program
  .command('prove <job> <mark>')
  .description('analyse a joint under what no check takes, and sign that it carries it, where the basis lets analysis prove')
  .requiredOption('--by <name>', 'who answers for it')
  .requiredOption('--why <text>', 'why the analysis may be leaned on here')
  .option('--json', 'print the result as JSON')
  .option('-o, --output <file>', 'write the job with the proof')
  .action(
    async (
      path: string,
      mark: string,
      { by, why, json, output }: { by: string; why: string; json?: boolean; output?: string },
    ) => {
      const { plainProved, printProved, proveJoint } = await import('./prove.ts');
      const proved = proveJoint(readJobFile(path), mark, { by, note: why, at: new Date().toISOString() });
      process.stdout.write(json ? `${JSON.stringify(plainProved(proved), null, 2)}\n` : printProved(proved));
      if (proved.job && output !== undefined) writeOut(output, `${JSON.stringify(jobFile(proved.job), null, 2)}\n`);
      process.exitCode = proved.job ? 0 : 1;
    },
  );

program
  .command('field [job] [mark]')
  .description('load the plates, bolts and welds of one joint, or of a model of plates, until something stops them')
  .option('--model <file>', 'a model of plates in place of a joint')
  .option('--combination <name>', 'of the joint; the one that gives first when left out')
  .option('--worst', 'every combination under which some check gives first, and the extreme of each part over them')
  .option('--preview', 'larger cells')
  .option('--mesh', 'with larger cells too, and what the size of the cells changes')
  .option('--without <part...>', 'parts that are left out, by the names under which their use is told')
  .option('--buckling', 'with the first multiples at which it buckles, elastic')
  .addOption(new Option('--until <what>', 'how far it is loaded').choices(['design', 'limit']).default('limit'))
  .option('--json', 'print the result as JSON: multiple, stop, events, use of each part, balance')
  .action(
    async (
      path: string | undefined,
      mark: string | undefined,
      options: FieldCommand & { json?: boolean; model?: string; worst?: boolean },
    ) => {
      const of = await import('./field.ts');
      const print = (plain: object, words: string): void =>
        void process.stdout.write(options.json ? `${JSON.stringify(plain, null, 2)}\n` : words);
      if (options.model !== undefined) {
        const r = of.fieldOfModel(options.model, options);
        print(of.plainResult(r), of.printField(r));
        process.exitCode = r.multiple >= 1 ? 0 : 1;
        return;
      }
      if (path === undefined || mark === undefined)
        throw new BadInput('mark: no joint is named; accepted are a job and a mark, or --model with a file.');
      if (options.worst) {
        const w = of.worstOfJoint(readJobFile(path), mark, options);
        const plain = of.plainWorst(w);
        print(plain, of.printWorst(w));
        process.exitCode = plain.multiple >= 1 && !w.left.length ? 0 : 1;
        return;
      }
      const read = readJobFile(path);
      const f = of.fieldOfJoint(read, mark, options);
      const mesh = options.mesh ? of.meshOfJoint(read, mark, options, f) : undefined;
      print(
        {
          ...{
            mark: f.mark,
            combination: f.combination,
            without: f.without,
            hand: f.hand,
            counterparts: f.counterparts,
            absent: f.absent,
          },
          ...of.plainResult(f.result),
          ...(mesh ? { mesh } : {}),
        },
        of.printJointField(f, mesh ? [mesh.words] : []),
      );
      process.exitCode = f.result.multiple >= 1 ? 0 : 1;
    },
  );

program
  .command('search <job> <mark>')
  .description('every detail that the house rules allow for the members and actions of one joint, the cheapest that hold first')
  .option('--top <number>', 'how many of the cheapest are told', '20')
  .option('--kind <kinds...>', 'kinds of joint that are gone through; all of its family when left out')
  .option('--rules <file>', RULES)
  .option('--json', 'print the result as JSON, with the cost of each by its parts')
  .action(async (path: string, mark: string, options: { top: string; kind?: string[]; rules?: string; json?: boolean }) => {
    const top = countOf('--top', options.top, 1000);
    const { printSearch, searchJoint } = await import('./search.ts');
    const searched = searchJoint(await ofOffice(readJobFile(path), options.rules), mark, { ...options, top });
    process.stdout.write(options.json ? `${JSON.stringify(plainSearch(searched), null, 2)}\n` : printSearch(searched));
    process.exitCode = searched.result.found.length ? 0 : 1;
  });

program
  .command('standardise <job> [marks...]')
  .description('few details for many joints of one family, chosen so that all together cost least; all joints when none is named')
  .option('--most <number>', 'how many details at most', '5')
  .option('--rules <file>', RULES)
  .option('--json', 'print the result as JSON')
  .action(async (path: string, marks: string[], options: { most: string; rules?: string; json?: boolean }) => {
    const most = countOf('--most', options.most, 50);
    const { printStandardised, standardiseJoints } = await import('./standardise.ts');
    const result = standardiseJoints(await ofOffice(readJobFile(path), options.rules), marks, most);
    process.stdout.write(options.json ? `${JSON.stringify(result, null, 2)}\n` : printStandardised(result));
    process.exitCode = result.joints.every((j) => j.served) ? 0 : 1;
  });

program
  .command('combine <cases>')
  .description('make the load combinations of a file of load cases, to EN 1990 or ASCE 7')
  .option('--json', 'print them as JSON, with what each factor is made of and what was pruned')
  .option('--all', 'print also what was pruned, and why')
  .action((path: string, options: { json?: boolean; all?: boolean }) => {
    const made = combineFile(path);
    process.stdout.write(options.json ? `${JSON.stringify(made, null, 2)}\n` : printCombined(made, options.all ?? false));
  });

program
  .command('import <job> <table>')
  .description('take a table (CSV, XLSX) of forces, members or joints into a job, and say what it makes of each joint')
  .option('--map <file>', 'what the columns are, as JSON: roles by head, force, moment, turned; by their heads when left out')
  .option('--sheet <name>', 'the sheet of a workbook; the first when left out')
  .option('--range <cells>', 'the part of it with the table, as B4:H200')
  .addOption(new Option('--others <what>', 'forces that the table does not name').choices(['keep', 'drop']).default('keep'))
  .addOption(
    new Option('--names <what>', 'what the names in the table are; cases when one of them is a load case of the job').choices([
      'cases',
      'combinations',
      'either',
    ]),
  )
  .option('--rules <file>', RULES)
  .option('--json', 'print the result as JSON')
  .option('-o, --output <file>', 'the job as it then is; nothing is written when left out')
  .action(
    async (
      path: string,
      table: string,
      options: {
        map?: string;
        sheet?: string;
        range?: string;
        others: 'keep' | 'drop';
        names?: 'cases' | 'combinations' | 'either';
        rules?: string;
        json?: boolean;
        output?: string;
      },
    ) => {
      const read = await ofOffice(readJobFile(path), options.rules);
      for (const u of read.unreadable) complain(u.message);
      const { importTable, printImported } = await import('./changes.ts');
      const { report, job } = await importTable(read.job, table, options);
      if (options.output !== undefined) writeOut(options.output, `${JSON.stringify(jobFile(job), null, 2)}\n`);
      process.stdout.write(options.json ? `${JSON.stringify(report, null, 2)}\n` : printImported(report));
      process.exitCode = report.faults.length || report.joints.some((j) => j.change === 'refused') ? 1 : 0;
    },
  );

program
  .command('model <job> <model>')
  .description('take a model (IFC, or the exchange form) into a job: joints where its members meet, and what it says of joints')
  .option('--prefer <kinds>', 'kinds of joint that are proposed before others, with commas between them')
  .addOption(new Option('--lines <what>', 'what the lines of beams run through').choices(['middle', 'top']).default('middle'))
  .option('--reach <mm>', 'gap or play at the ends of members', '80')
  .option('--section <name=is...>', 'a name of the model and the section that it is, as "B450=UB 457x191x67"')
  .option('--rules <file>', RULES)
  .option('--json', 'print the result as JSON')
  .option('-o, --output <file>', 'the job as it then is; nothing is written when left out')
  .action(async (path: string, model: string, options: ModelOptions & { rules?: string; json?: boolean; output?: string }) => {
    const read = await ofOffice(readJobFile(path), options.rules);
    for (const u of read.unreadable) complain(u.message);
    const { importModel, printModelled } = await import('./model.ts');
    const { report, job } = await importModel(read.job, model, options);
    if (options.output !== undefined) writeOut(options.output, `${JSON.stringify(jobFile(job), null, 2)}\n`);
    process.stdout.write(options.json ? `${JSON.stringify(report, null, 2)}\n` : printModelled(report));
    process.exitCode = report.unread.length || report.joints.some((j) => j.change === 'refused') ? 1 : 0;
  });

program
  .command('recheck <job>')
  .description('how every joint of a job stands, and how many of each state')
  .option('--json', 'print the result as JSON')
  .action(async (path: string, options: { json?: boolean }) => {
    const read = readJobFile(path);
    for (const u of read.unreadable) complain(u.message);
    const { printRecheck, recheck } = await import('./changes.ts');
    const result = recheck(read.job);
    process.stdout.write(options.json ? `${JSON.stringify(result, null, 2)}\n` : printRecheck(result));
    const sound = result.joints.every((j) => j.state === 'holds' || j.state === 'close');
    process.exitCode = read.unreadable.length ? 2 : sound ? 0 : 1;
  });

program
  .command('compare <old> <new>')
  .description('what changed from one job file to another: forces, members, details, settings, states')
  .option('--json', 'print the result as JSON')
  .action(async (before: string, after: string, options: { json?: boolean }) => {
    const [a, b] = [readJobFile(before), readJobFile(after)];
    for (const u of [...a.unreadable, ...b.unreadable]) complain(u.message);
    const { printCompared } = await import('./changes.ts');
    const result = compareJobs(a.job, b.job);
    process.stdout.write(options.json ? `${JSON.stringify(result, null, 2)}\n` : printCompared(result));
    process.exitCode = a.unreadable.length || b.unreadable.length ? 2 : 0;
  });

program
  .command('schema')
  .description('print the JSON Schema of the job file')
  .option('--exchange', 'of the exchange form in its place')
  .action(async (options: { exchange?: boolean }) => {
    const { exchangeShape, jobFileSchema } = await import('@ample/exchange/job-schema');
    process.stdout.write(`${JSON.stringify(options.exchange ? exchangeShape() : jobFileSchema(), null, 2)}\n`);
  });

// Who reads the output may have seen enough: that is no fault of the input.
process.stdout.on('error', (e: NodeJS.ErrnoException) => process.exit(e.code === 'EPIPE' ? (process.exitCode ?? 0) : 2));
process.on('uncaughtException', (e) => {
  complain(`The command met an error of its own (${e.name}: ${e.message}); nothing can be said of this input.`);
  process.exit(2);
});

try {
  await program.parseAsync();
} catch (e) {
  if (e instanceof Error && 'exitCode' in e && 'code' in e) {
    // Usage errors and help come from commander, which has printed them already.
    process.exitCode = e.exitCode === 0 ? 0 : 2;
  } else {
    // Whatever else goes wrong is never taken for "something gives", which is 1.
    complain(
      e instanceof BadInput
        ? e.message
        : `The command met an error of its own (${e instanceof Error ? `${e.name}: ${e.message}` : String(e)}); nothing can be said of this input.`,
    );
    process.exitCode = 2;
  }
}
