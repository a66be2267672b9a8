// Brings each fault of the list back, one at a time, in a tree of its own, and runs the tests that are to notice it.
//   node bench/faults.mjs [NUMBER...]
// Each must fail with the fault and pass without: a test that cannot fail shows nothing.
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const house = 'src/WideLever.House';
const storage = 'src/WideLever.Storage';
const web = 'src/WideLever.Web';
const core = 'src/WideLever.Core';

const faults = [
  { is: '1 an act goes through although what it saw stands no more', file: `${house}/Desk.cs`, from: 'if (!stand.StillStands())', to: 'if (stand is null)', project: 'House', tests: ['*Between_the_look*', '*overtaken_by_an_import*'] },
  { is: '2 a stored unit that cannot be read takes the shelf away', file: `${house}/ShelfSnapshot.cs`, from: 'catch (UnreadableException exception)\n        {\n            return new(exception.Faults, [], null);', to: 'catch (UnreadableException exception) when (exception.Faults.Count > 1_000)\n        {\n            return new(exception.Faults, [], null);', project: 'House', tests: ['*A_unit_that_cannot_be_read_stands*'] },
  { is: '2 a stored rubric that cannot be read stops the start', file: `${house}/RubricInUse.cs`, from: 'sheet = own ?? House();', to: 'sheet = own ?? throw new InvalidDataException(row.Name);', project: 'House', tests: ['*A_rubric_in_use_that_cannot_be_read*'] },
  { is: '2 a cached row of another shape stops a reading', file: `${house}/Shelf.cs`, from: 'catch (JsonException)\n', to: 'catch (JsonException) when (document.Length > 1_000_000)\n', project: 'House', tests: ['*cached_in_another_shape*'] },
  { is: '3 while a rubric is switched the shelf is short', file: `${house}/Shelf.cs`, from: 'now = new(sheet, before.All.Select(unit =>', to: 'now = new(sheet, []);\n        Thread.Sleep(20);\n        now = new(sheet, before.All.Select(unit =>', project: 'House', tests: ['*Every_reading_of_the_shelf*'] },
  { is: '4 a line opened for editing means the steps of now', file: `${web}/Bench/BenchDesk.cs`, from: 'var opened = line is { StepId: not null, Since: { } since } && since >= 1 &&', to: 'var opened = line is { StepId: not null, Since: { } since } && since < 0 &&', project: 'Web', tests: ['*A_line_opened_for_editing*'] },
  { is: '5 signing does not ask which rubric was seen', file: `${house}/Signing.cs`, from: 'if (under.Sha256 != sign.RubricSha256)', to: 'if (under.Sha256.Length == 0)', project: 'House', tests: ['*One_signs_the_rubric*'] },
  { is: '6 what was touched since is not asked for where no change says it', file: `${house}/Undo.cs`, from: 'change => Touched(kind, head, change).Overlaps(touched)', to: 'change => change.Items is null && Touched(kind, head, change).Overlaps(touched)', project: 'House', tests: ['*What_stands_in_the_way*'] },
  { is: '7 photos that a document names are set aside', file: `${storage}/PhotoFiles.cs`, from: 'IsDigest(file.Name) && !named.Contains(file.Name) && now', to: 'IsDigest(file.Name) && now', project: 'Storage', tests: ['*What_no_document_ever_named*'] },
  { is: '8 a unit off the shelf counts as served', file: `${house}/Workpieces.cs`, from: 'Where(other => !other.Removed)', to: 'Where(other => other.UnitId != "")', project: 'House', tests: ['*A_unit_off_the_shelf_is_no_variant*'] },
  { is: '9 no small picture is kept at intake', file: `${storage}/PhotoFiles.cs`, from: 'ReadFile(PathIn(folder.Thumbnails, digest));', to: 'digest.Length == 0 ? ReadFile(PathIn(folder.Thumbnails, digest)) : null;', project: 'Web', tests: ['*A_small_picture_is_made_at_intake*'] },
  { is: '10 ids lose letters with accents', file: `${core}/Words/Ids.cs`, from: '.Transliterate().ToLowerInvariant()', to: '.ToLowerInvariant()', project: 'Core', tests: ['*IdsTests*'] },
  { is: '11 odds of a field of any size are kept', file: `${house}/Odds.cs`, from: 'field.Count <= MostKept ?', to: 'field.Count >= 0 ?', project: 'House', tests: ['*Odds_are_kept*'] },
  { is: '11 every pair of a field of any size is counted', file: `${core}/Comparing/RankOdds.cs`, from: 'units <= MaxPairs ? new int[units * units] : []', to: 'new int[units * units]', project: 'Core', tests: ['*A_field_of_many_units*'] },
  { is: '12 what can be edited comes without its tag', file: `${web}/Units/UnitEndpoints.cs`, from: 'RequestBody.SetRevision(request.HttpContext.Response, piece.Unit.Revision);', to: '', project: 'Web', tests: ['*read_with_the_tag*'] },
  { is: '13 links among the photos are followed', file: `${storage}/PhotoFiles.cs`, from: 'near is { LinkTarget: null, Name.Length: 2 }', to: 'near is { Name.Length: 2 }', project: 'Storage', tests: ['*Files_of_people*'] },
  { is: '14 a database of a newer version is opened by guess', file: `${storage}/Database.cs`, from: 'throw new InvalidDataException($"it was written by a newer version', to: 'if (unknown.Length == 0)\n                throw new InvalidDataException($"it was written by a newer version', project: 'Storage', tests: ['*newer_version_is_refused*'] },
  { is: '14 a backup has its name before it is whole', file: `${storage}/Database.cs`, from: 'var aside = $"{file}.part";', to: 'var aside = file;', project: 'Storage', tests: ['*A_broken_backup*'] },
  { is: '16 an act is worked out under the lock', file: `${house}/Desk.cs`, from: 'var stand = new Stand(store, rubric, shelf);\n', to: 'using var all = writing.EnterScope();\n        var stand = new Stand(store, rubric, shelf);\n', project: 'House', tests: ['*Nobody_waits*'] },
];

const wanted = process.argv.slice(2);
const root = execFileSync('git', ['rev-parse', '--show-toplevel'], { encoding: 'utf8' }).trim();
const tree = mkdtempSync(join(tmpdir(), 'wide-lever-faults-'));
execFileSync('git', ['worktree', 'add', '--detach', '--quiet', tree], { cwd: root, stdio: 'inherit' });
const dotnet = (...args) =>
  spawnSync('dotnet', args, { cwd: tree, encoding: 'utf8', env: { ...process.env, WIDE_LEVER_LONG: '0.2' }, maxBuffer: 1 << 26 });
const build = (project) => {
  const built = dotnet('build', `tests/WideLever.${project}.Tests`, '-c', 'Release', '-v', 'quiet', '-p:RunAnalyzers=false', '-p:TreatWarningsAsErrors=false', '-p:UseSharedCompilation=true');
  if (built.status !== 0) throw new Error(`does not compile:\n${built.stdout}`);
};
/** How many ran and how many of them failed. */
const run = (project, tests) => {
  const filters = tests.flatMap((test) => [test.endsWith('Tests*') ? '-class' : '-method', test]);
  const { stdout } = dotnet('run', '--project', `tests/WideLever.${project}.Tests`, '-c', 'Release', '--no-build', '--', '-noLogo', '-noColor', ...filters);
  const count = (word) => Number(new RegExp(`${word}: (\\d+)`).exec(stdout)?.[1] ?? 0);
  return { total: count('Total'), failed: count('Failed') + count('Errors') };
};

let unnoticed = 0;
try {
  for (const fault of faults.filter((one) => wanted.length === 0 || wanted.includes(one.is.split(' ')[0]))) {
    const file = join(tree, fault.file);
    const mended = readFileSync(file, 'utf8');
    if (mended.split(fault.from).length !== 2) throw new Error(`${fault.file}: "${fault.from}" is not there once`);
    build(fault.project);
    const without = run(fault.project, fault.tests);
    writeFileSync(file, mended.replace(fault.from, () => fault.to));
    build(fault.project);
    const withFault = run(fault.project, fault.tests);
    writeFileSync(file, mended);
    const noticed = without.total > 0 && without.failed === 0 && withFault.failed > 0;
    if (!noticed) unnoticed++;
    console.log(`${noticed ? 'noticed  ' : 'UNNOTICED'} ${fault.is}: ${withFault.failed} of ${withFault.total} fail with it, ${without.failed} of ${without.total} without`);
  }
} finally {
  execFileSync('git', ['worktree', 'remove', '--force', tree], { cwd: root });
  rmSync(tree, { recursive: true, force: true });
}
console.log(`${unnoticed} unnoticed`);
process.exit(unnoticed === 0 ? 0 : 1);
