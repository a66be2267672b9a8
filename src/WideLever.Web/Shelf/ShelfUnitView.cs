using WideLever.Core.Scoring;
using WideLever.House;

namespace WideLever.Web.Shelf;

/// <summary>A unit on the shelf.</summary>
public sealed record ShelfUnitView
{
    /// <summary>Its id.</summary>
    public required string Id { get; init; }

    /// <summary>Who made it.</summary>
    public required string Maker { get; init; }

    /// <summary>The name it is sold by.</summary>
    public required string Model { get; init; }

    /// <summary>The exact code.</summary>
    public required string ModelCode { get; init; }

    /// <summary>What it is sold as; null: unknown.</summary>
    public required MachineClass? Class { get; init; }

    /// <summary>Year of the model; null: unknown.</summary>
    public required int? Year { get; init; }

    /// <summary>Price as configured; null: unknown.</summary>
    public required double? Price { get; init; }

    /// <summary>Its currency; null: the rubric's.</summary>
    public required string? Currency { get; init; }

    /// <summary>The repair index, 0..100.</summary>
    public required IndexView Repair { get; init; }

    /// <summary>The upgrade index, 0..100.</summary>
    public required IndexView Upgrade { get; init; }

    /// <summary>Both together, 0..100.</summary>
    public required IndexView Combined { get; init; }

    /// <summary>How far the result can be relied on.</summary>
    public required Status Status { get; init; }

    /// <summary>Why it is not complete.</summary>
    public required IReadOnlyList<Reason> Reasons { get; init; }

    /// <summary>How many steps are logged.</summary>
    public required int Steps { get; init; }

    /// <summary>The day by which it goes back to whom it is on loan from; null: no loan, or back already.</summary>
    public required DateOnly? LoanDue { get; init; }

    /// <summary>Whether it is on loan and not back yet.</summary>
    public required bool OnLoan { get; init; }

    /// <summary>How it stands to its latest signed result; null: it has none.</summary>
    public SignedState? Signed { get; init; }

    /// <summary>The view of a unit.</summary>
    public static ShelfUnitView Of(ShelfUnit unit)
    {
        var summary = unit.Summary;
        return new()
        {
            Id = unit.Id,
            Maker = summary.Maker,
            Model = summary.Model,
            ModelCode = summary.ModelCode,
            Class = summary.Class,
            Year = summary.Year,
            Price = summary.Price?.Amount,
            Currency = summary.Price?.Currency,
            Repair = IndexView.Of(summary.Indices, IndexName.Repair),
            Upgrade = IndexView.Of(summary.Indices, IndexName.Upgrade),
            Combined = IndexView.Of(summary.Indices, IndexName.Combined),
            Status = summary.Status,
            Reasons = summary.Reasons,
            Steps = summary.Steps,
            LoanDue = summary.Loan is { Returned: null } loan ? loan.Due : null,
            OnLoan = summary.Loan is { Returned: null },
            Signed = unit.Signed,
        };
    }
}
