using Xunit;

// Two browsers and servers at once are what two cores carry.
[assembly: CollectionBehavior(MaxParallelThreads = 2)]
