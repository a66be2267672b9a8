using WideLever.Core.Planning;

namespace WideLever.Core.Tests;

/// <summary>What people come for: each with what it takes, or why it cannot be done.</summary>
public sealed class LikelyJobsTests
{
    [Fact]
    public void Each_job_of_the_demo_takes_what_its_plan_takes_and_names_no_id()
    {
        foreach (var record in Examples.Demo())
        {
            var @checked = record.Checked(Examples.House);
            foreach (var job in LikelyJobs.Of(@checked, Examples.House))
            {
                var (plan, troubles) = RepairPlan.Of(@checked, Examples.House, job.For);
                (plan is null).ShouldBe(job.Effort is null, $"{record.Unit.ModelCode} {job.Title}");
                plan?.Effort.Value.ShouldBe(job.Effort!.Value.Value, 1e-6);
                (troubles.Count > 0).ShouldBe(job.Why is not null);
                foreach (var id in record.Parts.Select(part => part.Id).Where(id => id.Contains('-', StringComparison.Ordinal)))
                    $"{job.Title} {job.Why}".ShouldNotContain(id);
            }
        }
    }

    [Fact]
    public void A_sealed_machine_says_what_is_one_piece_and_an_empty_place_what_goes_in()
    {
        var record = Build.Sealed();
        var jobs = LikelyJobs.Of((record with { Parts = [.. record.Parts, Build.Part("memory-b", PartKind.Memory, Mounting.Socketed) with { Fitted = false, Layer = record.Layers[^1] }] }).Checked(), Examples.House);
        jobs.Select(job => job.Title).ShouldContain("Fit a module into the empty memory place");
        jobs.ShouldContain(job => job.Title.Contains("that it is one piece with", StringComparison.Ordinal));
        jobs[0].Title.ShouldBe("Replace the battery");
    }
}
