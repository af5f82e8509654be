using Rhabdon.Bench;

// Usage: Rhabdon.Bench PART ADDRESS, with the database in RHABDON_DATABASE. Called by ./rhabdon bench, which starts both.
// Or: Rhabdon.Bench pictures FOLDER, which writes those that tests/outside/opencv_faces.py looks at; or: Rhabdon.Bench hand FOLDER [SHEET], which grades what
// tests/outside/other_hand.py drew there
// and puts the misses on a contact sheet.
if (args[0] == "pictures")
{
    FacesBench.WritePictures(args[1]);
    return;
}

if (args[0] == "hand")
{
    FacesBench.RunFolder(args[1], args.Length > 2 ? args[2] : Path.Combine(args[1], "misses.jpg"));
    return;
}

var (part, address) = (args[0], new Uri(args[1]));
var database = Environment.GetEnvironmentVariable("RHABDON_DATABASE")!;
switch (part)
{
    case "faces":
        FacesBench.Run("docs/misses.jpg");
        break;
    case "looks":
        await LooksBench.RunAsync(address);
        break;
    case "fold":
        FoldBench.Run();
        break;
    case "links":
        LinksBench.Run();
        break;
    case "now":
        NowBench.Run();
        break;
    case "schedule":
        await ScheduleBench.RunAsync();
        break;
    case "events":
        await EventsBench.RunAsync(address, database);
        break;
    case "acts":
        await ActsBench.RunAsync(address);
        break;
    case "fuzz":
        await FuzzBench.RunAsync(address, database, args.Length > 2 ? int.Parse(args[2], System.Globalization.CultureInfo.InvariantCulture) : 5_000);
        break;
    case "ladder":
        await StrandsBench.RunAsync(address, database);
        break;
    case "history":
        await HistoryBench.RunAsync(database);
        break;
    case "lists":
        await ListsBench.RunAsync(address, database);
        break;
    default:
        throw new ArgumentException($"There is no benchmark {part}.");
}
