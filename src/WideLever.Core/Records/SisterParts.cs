namespace WideLever.Core.Records;

/// <summary>What a unit would take over from a sister model.</summary>
/// <param name="Parts">The unit's parts after it.</param>
/// <param name="Absent">Its absent kinds after it.</param>
/// <param name="Taken">What was taken over, part by part, for people.</param>
public sealed record SisterCopy(IReadOnlyList<Part> Parts, IReadOnlyList<PartKind> Absent, IReadOnlyList<TakenOver> Taken);

/// <summary>A part that took something over.</summary>
/// <param name="Part">Its id.</param>
/// <param name="IsNew">Whether the part itself is new.</param>
/// <param name="Facts">The facts.</param>
public sealed record TakenOver(string Part, bool IsNew, IReadOnlyList<string> Facts);

/// <summary>
/// Parts of a sister model, taken over where this unit says nothing: what is known here stays, and what a bench proved on the sister (its
/// ceilings, its photos, the dates on which it saw prices) is not proved here.
/// </summary>
public static class SisterParts
{
    /// <summary>What a unit would take over. Parts of a kind go together by their ids, else by their order.</summary>
    /// <param name="unit">The unit.</param>
    /// <param name="sister">The sister.</param>
    public static SisterCopy From(UnitDocument unit, UnitDocument sister)
    {
        var parts = unit.Parts.ToList();
        var taken = new List<TakenOver>();
        var mine = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (var kind in sister.Parts.Select(part => part.Kind).Distinct())
        {
            if (unit.Absent.Contains(kind))
                continue;
            var (own, theirs) = (unit.Parts.Where(part => part.Kind == kind).Select(part => part.Id).ToList(), sister.Parts.Where(part => part.Kind == kind).ToList());
            var hasNone = own.Count == 0;
            // Of two places either may have been logged first: those of one name go together, the rest by their order.
            foreach (var part in theirs.OrderBy(part => own.Contains(part.Id) ? 0 : 1))
            {
                if (own.Remove(part.Id))
                {
                    mine[part.Id] = part.Id;
                }
                else if (own.Count > 0)
                {
                    mine[part.Id] = own[0];
                    own.RemoveAt(0);
                }
                else if (hasNone)
                {
                    var id = FreeId(part.Id, parts);
                    mine[part.Id] = id;
                    parts.Add(new Part { Id = id, Kind = kind, Fitted = part.Fitted });
                }
            }
        }
        foreach (var theirs in sister.Parts.Where(part => mine.ContainsKey(part.Id)))
        {
            var position = parts.FindIndex(part => part.Id == mine[theirs.Id]);
            var (filled, facts) = Filled(parts[position], theirs, mine);
            var isNew = unit.Parts.All(part => part.Id != filled.Id);
            if (facts.Count == 0 && !isNew)
                continue;
            parts[position] = filled with { Notes = Noted(filled.Notes, $"From {sister.Unit.ModelCode}, not seen here: {(facts.Count == 0 ? "that there is one" : string.Join(", ", facts))}.") };
            taken.Add(new(filled.Id, isNew, facts));
        }
        var absent = unit.Absent.Concat(sister.Absent.Where(kind => !unit.Absent.Contains(kind) && parts.All(part => part.Kind != kind))).ToList();
        return new(parts, absent, taken);
    }

    /// <summary>The one of some machines that could be sisters, the likeliest first, that has most to tell; null: none has anything.</summary>
    /// <param name="unit">The unit.</param>
    /// <param name="sisters">The machines.</param>
    public static (UnitDocument Sister, SisterCopy Copy)? Best(UnitDocument unit, IEnumerable<UnitDocument> sisters) => sisters
        .Select(sister => (Sister: sister, Copy: From(unit, sister)))
        .Where(one => one.Copy.Taken.Count > 0 || one.Copy.Absent.Count > unit.Absent.Count)
        .OrderByDescending(one => one.Copy.Taken.Sum(part => part.Facts.Count))
        .Select(one => ((UnitDocument, SisterCopy)?)one).FirstOrDefault();

    private static (Part Part, List<string> Facts) Filled(Part part, Part theirs, Dictionary<string, string> mine)
    {
        var facts = new List<string>();
        T? Take<T>(string fact, T? known, T? other) where T : struct => known is null && other is not null ? Noting(fact, other) : known;
        string? TakeText(string fact, string? known, string? other) => known is null && other is not null ? Noting(fact, other) : known;
        T Noting<T>(string fact, T value)
        {
            facts.Add(fact);
            return value;
        }
        var filled = part with
        {
            Mounting = Take("mounting", part.Mounting, theirs.Mounting),
            Within = TakeText("within", part.Within, theirs.Within is { } outer && mine.TryGetValue(outer, out var own) && own != part.Id ? own : null),
            Capacity = part.Capacity with
            {
                Max = part.Capacity.Max with
                {
                    Maker = Take("ceiling by the maker", part.Capacity.Max.Maker, theirs.Capacity.Max.Maker),
                    Platform = Take("ceiling by the platform", part.Capacity.Max.Platform, theirs.Capacity.Max.Platform),
                },
            },
            Interface = part.Interface with
            {
                Standard = Take("interface", part.Interface.Standard, theirs.Interface.Standard),
                Name = TakeText("its name", part.Interface.Name, theirs.Interface.Name),
                Form = TakeText("form", part.Interface.Form, theirs.Interface.Form),
                Bus = TakeText("bus", part.Interface.Bus, theirs.Interface.Bus),
                Generation = TakeText("generation", part.Interface.Generation, theirs.Interface.Generation),
                MaxLengthMm = Take("longest module", part.Interface.MaxLengthMm, theirs.Interface.MaxLengthMm),
                MaxThicknessMm = Take("thickest module", part.Interface.MaxThicknessMm, theirs.Interface.MaxThicknessMm),
                Sides = Take("sides", part.Interface.Sides, theirs.Interface.Sides),
                Limits = part.Interface.Limits.Count == 0 && theirs.Interface.Limits.Count > 0 ? Noting("limits", theirs.Interface.Limits) : part.Interface.Limits,
            },
            Spare = part.Spare with
            {
                Number = TakeText("part number", part.Spare.Number, theirs.Spare.Number),
                Price = part.Spare.Price?.Amount is null && theirs.Spare.Price?.Amount is not null ? Noting("price", theirs.Spare.Price) : part.Spare.Price,
                Source = Take("source", part.Spare.Source, theirs.Spare.Source),
                Paired = Take("pairing", part.Spare.Paired, theirs.Spare.Paired),
            },
        };
        return (filled, facts);
    }

    private static string Noted(string? notes, string line) => notes is null ? line : notes.Length + line.Length < RecordLimits.Notes ? $"{notes}\n{line}" : notes;

    private static string FreeId(string wanted, List<Part> parts)
    {
        var id = wanted;
        for (var number = 2; parts.Any(part => part.Id == id); number++)
            id = $"{wanted}-{number}";
        return id;
    }
}
