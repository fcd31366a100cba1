using Gavvet.Storage;
using Gavvet.Web.Hosting;
using Gavvet.Web.Start;

try
{
    try
    {
        await ServeAsync(args);
    }
    catch (DamagedDatabaseException problem) when (!ServerOptions.Read(args).NeedsSignIn)
    {
        Console.Error.WriteLine(problem.Message);
        if (await Repair.RunAsync(ServerOptions.Read(args)) is { } port)
            await ServeAsync(ServerOptions.OnPort(args, port));
    }

    return 0;
}
catch (StartException problem)
{
    Console.Error.WriteLine(problem.Message);
    return 2;
}
catch (IOException problem) when (problem.InnerException is Microsoft.AspNetCore.Connections.AddressInUseException)
{
    Console.Error.WriteLine("Another program uses this port. Choose another with --port.");
    return 2;
}

static async Task ServeAsync(string[] args)
{
    await using var server = await Server.BuildAsync(args);
    await server.RunAsync();
}
