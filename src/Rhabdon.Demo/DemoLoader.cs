using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tools;
using Rhabdon.Core.Verification;

namespace Rhabdon.Demo;

/// <summary>Brings a made-up world in through the doors that everyone uses. Loaded once; a second load changes nothing.</summary>
public sealed class DemoLoader(IDemoDoor door, DemoWorld world)
{
    // As many events as a tablet sends at once.
    private const int MostSent = 200;

    private readonly Dictionary<string, Guid> people = [];
    private readonly Dictionary<Guid, IReadOnlyList<GearInHand>> inHand = [];

    /// <param name="isFull">With the finished job and its whole history, several hundred terminations.</param>
    public async Task LoadAsync(bool isFull)
    {
        if (await door.IsTakenAsync())
        {
            return;
        }

        foreach (var person in world.People)
        {
            people[person.SignIn] = await door.AddAsync(person);
        }

        var crews = new Dictionary<string, Guid>();
        foreach (var crew in world.Crews)
        {
            crews[crew.Name] = await door.AddAsync(crew, crew.Members.Select(m => people[m]));
            await TakeInAsync(crew, crews[crew.Name]);
        }

        var book = await door.BookAsync();
        foreach (var job in world.Jobs.Where(j => isFull || !j.IsOnlyInFull))
        {
            var id = await door.AddAsync(job, world.Company, job.Crews.Select(c => crews[c]));
            foreach (var cable in job.Cables)
            {
                var ends = await door.AddAsync(id, cable, people[job.Planner]);
                foreach (var work in cable.Work ?? [])
                {
                    await WorkAsync(cable, work, ends, book);
                }
            }
        }
    }

    // Each tool and lot as its keeper's tablet tells it; what is set aside is in nobody's hand.
    private async Task TakeInAsync(DemoCrew crew, Guid id)
    {
        foreach (var member in crew.Members)
        {
            inHand[people[member]] = [];
        }

        foreach (var gear in crew.Gear ?? [])
        {
            var (stream, keeper, device) = (Guid.CreateVersion7(gear.TakenIn), people[gear.Keeper], Guid.CreateVersion7(gear.TakenIn));
            var taken = new GearTakenIn(
                new GearCard(gear.Gear, gear.Name, gear.Code, id, gear.Place, gear.Setting, gear.Expires, IsReferenceGrade: gear.IsReferenceGrade),
                gear.Amount
            );
            var told = new List<(DateTimeOffset At, GearEvent Body)> { (gear.TakenIn, taken) };
            if (gear.Checked is { } at)
            {
                told.Add((at, new GearChecked(true, gear.Place)));
            }

            if (gear.Aside is { } why)
            {
                told.Add((gear.TakenIn.AddDays(1), new GearQuarantined(why)));
            }
            else
            {
                foreach (var member in crew.Members.Select(m => people[m]))
                {
                    inHand[member] = GearInHand.With(inHand[member], stream, taken.Card);
                }
            }

            await door.AppendAsync(
                keeper,
                [
                    .. told.Select(
                        (one, count) =>
                            new BenchEvent(
                                Guid.CreateVersion7(one.At),
                                device,
                                count + 1,
                                new HybridTime(one.At.ToUnixTimeMilliseconds(), 0),
                                one.At,
                                keeper,
                                Rulebook.Version,
                                [new Subject(stream, count)],
                                one.Body
                            )
                    ),
                ]
            );
        }
    }

    private async Task WorkAsync(DemoCable cable, DemoWork work, IEnumerable<DemoEnd> ends, RecipeBook book)
    {
        var person = people[work.Person];
        var tablet = new DemoTablet(book, person, cable.Planned.AddHours(1), inHand.GetValueOrDefault(person) ?? []);
        var hand = work.Slips is { } seed ? new DemoHand(seed) : null;
        var microscope = new DemoMicroscope(ShippedFaceLimits.For(cable.Grade.Mode(), cable.Polish), work.Pictures);
        var unsent = new List<BenchEvent>();
        foreach (var end in ends.Where(e => e.End == work.End && e.Strand <= (work.Strands ?? cable.Strands)))
        {
            var leaves = work.Leaves?.GetValueOrDefault(end.Strand);
            var script = work.Reads?.GetValueOrDefault(end.Strand)?.ToDictionary(r => r.Key, r => new Queue<string>(r.Value)) ?? [];
            var made = tablet.Work(
                end.Termination,
                end.Planned,
                (state, step) => script.TryGetValue(step.Id, out var left) && left.TryDequeue(out var told) ? told : hand?.Read(state, step),
                state => microscope.Look(end.Strand, state),
                state => leaves is not null && (leaves == "trouble" ? state.Trouble is not null : state.Step == leaves)
            );
            if (unsent.Count + made.Count > MostSent)
            {
                await door.AppendAsync(person, unsent);
                unsent.Clear();
            }

            unsent.AddRange(made);
        }

        await door.AppendAsync(person, unsent);
        foreach (var (termination, picture) in microscope.Taken)
        {
            await door.KeepAsync(person, termination, picture);
        }
    }
}
