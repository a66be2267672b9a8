using System.Globalization;

namespace WideLever.Bench;

/// <summary>How lines of known meaning are read, file by file: of the canonical ones as meant, of all wrong in silence, short and refused.</summary>
internal static class LineFigures
{
    public static void Run(IEnumerable<string> files)
    {
        Console.WriteLine("                      canonical   meant          wrong   short   refused");
        foreach (var file in files)
        {
            var lines = SpokenLine.Of(file);
            var read = lines.Select(line => (line.IsCanonical, As: line.ReadAs())).ToList();
            var canonical = read.Count(one => one.IsCanonical);
            var meant = read.Count(one => one is { IsCanonical: true, As: LineReadAs.Meant });
            int Of(LineReadAs how) => read.Count(one => one.As == how);
            Console.WriteLine(string.Create(CultureInfo.InvariantCulture,
                $"{Path.GetFileName(file),-20} {canonical,6} of {lines.Count,3} {meant,5} ({meant / (double)Math.Max(1, canonical):P0}) {Of(LineReadAs.Wrong),6} ({Of(LineReadAs.Wrong) / (double)Math.Max(1, lines.Count):P1}) {Of(LineReadAs.Short),4} {Of(LineReadAs.Refused),6}"));
        }
    }
}
