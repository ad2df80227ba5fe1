import { writeFileSync } from 'node:fs';
import { Command } from 'commander';
import { checkFile, printReport } from './check.ts';
import { printLine } from './line.ts';
import { BadInput, readJobFile } from './input.ts';
import { jobFileSchema } from '@ample/exchange/job-schema';
import { jobPdf } from '@ample/exchange/pdf';

/** Exit codes: 0 all hold, 1 something gives or breaks a rule, 2 bad input. */
const program = new Command('gusset')
  .description('Checks and reports the joints of a job file.')
  .exitOverride()
  .showHelpAfterError(false);

program
  .command('check <job>')
  .description('check every joint under every combination')
  .option('--json', 'print the result as JSON')
  .option('--trace', 'with each named value of the calculation')
  .action((path: string, options: { json?: boolean; trace?: boolean }) => {
    const result = checkFile(readJobFile(path), options.trace ?? false);
    process.stdout.write(options.json || options.trace ? `${JSON.stringify(result, null, 2)}\n` : printReport(result));
    process.exitCode = result.ok ? 0 : 1;
  });

program
  .command('report <job>')
  .description('write the PDF of a whole job')
  .requiredOption('-o, --output <file>', 'the PDF to write')
  .action(async (path: string, options: { output: string }) => {
    const job = readJobFile(path);
    const pdf = await jobPdf(job, { date: new Date().toISOString().slice(0, 10) });
    try {
      writeFileSync(options.output, pdf);
    } catch (e) {
      throw new BadInput(`output: "${options.output}" can't be written (${(e as NodeJS.ErrnoException).code}); give a path in a folder that exists.`);
    }
    const result = checkFile(job, false);
    process.stdout.write(`${options.output}: ${job.joints.length} joints, ${pdf.length} bytes\n`);
    process.exitCode = result.ok ? 0 : 1;
  });

program
  .command('line <text>')
  .description('read a detail line and print it with the values that it gives')
  .option('--json', 'print the values as JSON')
  .action((text: string, options: { json?: boolean }) => void process.stdout.write(printLine(text, options.json ?? false)));

program
  .command('schema')
  .description('print the JSON Schema of the job file')
  .action(() => void process.stdout.write(`${JSON.stringify(jobFileSchema(), null, 2)}\n`));

try {
  await program.parseAsync();
} catch (e) {
  if (e instanceof BadInput) {
    process.stderr.write(`${e.message}\n`);
    process.exitCode = 2;
  } else if (e instanceof Error && 'exitCode' in e && 'code' in e) {
    // Usage errors and help come from commander, which has printed them already.
    process.exitCode = e.exitCode === 0 ? 0 : 2;
  } else throw e;
}
