using BenchmarkDotNet.Running;
using YieldingLoop.Bench;

switch (args)
{
    case ["model"]:
        BenchmarkRunner.Run<ModelBenchmarks>();
        return 0;
    case ["pull"]:
        BenchmarkRunner.Run<PullBenchmarks>();
        return 0;
    case ["pages", var app, var empty, ..]:
        return await PageBenchmark.RunAsync(app, empty, args[3..]);
    case ["coach", ..]:
        return CoachTrials.Run(args[1..]);
    case ["run-order", ..]:
        return RunOrderBenchmark.Run(args[1..]);
    case ["pictures", var app]:
        return await PictureBenchmark.RunAsync(app);
    case ["start", _, ..]:
        return await StartBenchmark.RunAsync(args[1..]);
    case ["eight", var app]:
        return await LoadBenchmark.EightAsync(app);
    case ["lists", var app, var folder]:
        return await LoadBenchmark.ListsAsync(app, folder);
    case ["lock", var app]:
        return await LoadBenchmark.LockAsync(app);
    default:
        Console.Error.WriteLine("Usage: model | pull | coach [--machines N] [--seed N] [--json] [--wider] [--whole] | run-order [--seed N] | pictures PATH/YieldingLoop.Web.dll | start PATH/YieldingLoop.Web.dll [ANOTHER/YieldingLoop.Web.dll] | pages PATH/YieldingLoop.Web.dll PATH/YieldingLoop.EmptyPage.dll | eight PATH/YieldingLoop.Web.dll | lists PATH/YieldingLoop.Web.dll FOLDER | lock PATH/YieldingLoop.Web.dll");
        return 2;
}
