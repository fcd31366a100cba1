using System.CommandLine;
using Gavvet.Cli;

var root = new RootCommand("Scale worksheets and their answer keys, without a screen.")
{
    MakeCommand.Create(),
    MarkCommand.Create(),
    ScanCommands.Scan(),
    ScanCommands.Demo(),
    TeachingCommands.Standing(),
    TeachingCommands.FollowUp(),
    TeachingCommands.Plan(),
    ScalesCommand.Create(),
    KeyCommand.Create(),
    CheckCommand.Create(),
    VerifyCommand.Create(),
    SpecimensCommand.Create(),
};
var parsed = root.Parse(args);
if (parsed.Errors.Count > 0)
{
    foreach (var error in parsed.Errors)
        Console.Error.WriteLine(error.Message);
    return CommandOutput.BadInput;
}

return parsed.Invoke();
