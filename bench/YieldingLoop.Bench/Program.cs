using BenchmarkDotNet.Running;
using YieldingLoop.Bench;

switch (args)
{
    case ["model"]:
        BenchmarkRunner.Run<ModelBenchmarks>();
        return 0;
    case ["pages", var app, var empty]:
        return await PageBenchmark.RunAsync(app, empty);
    default:
        Console.Error.WriteLine("Usage: model | pages PATH/YieldingLoop.Web.dll PATH/YieldingLoop.EmptyPage.dll");
        return 2;
}
