using Xunit.Sdk;
using Xunit.v3;

[assembly: TestCollectionOrderer(typeof(WideLever.Browser.Tests.LongestFirst))]

namespace WideLever.Browser.Tests;

/// <summary>The classes by their names: so the two longest, Access and Bench, come first, and neither runs alone at the end.</summary>
public sealed class LongestFirst : ITestCollectionOrderer
{
    public IReadOnlyCollection<TTestCollection> OrderTestCollections<TTestCollection>(IReadOnlyCollection<TTestCollection> testCollections)
        where TTestCollection : ITestCollection => [.. testCollections.OrderBy(collection => collection.TestCollectionDisplayName, StringComparer.Ordinal)];
}
