using Gavvet.Storage;
using Gavvet.Web.Hosting;

try
{
    await using var server = await Server.BuildAsync(args);
    await server.RunAsync();
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
