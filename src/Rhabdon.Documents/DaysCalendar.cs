using System.Text;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;

namespace Rhabdon.Documents;

/// <summary>A task of somebody's day.</summary>
/// <param name="Id">The same task keeps it, so that a calendar that takes the file again moves the entry.</param>
/// <param name="From">By the clock of the site, as is <paramref name="To"/>.</param>
public sealed record CalendarEntry(string Id, string Title, string Place, string Person, DateTime From, DateTime To);

/// <summary>Days as iCalendar (RFC 5545), for any calendar that reads it.</summary>
public static class DaysCalendar
{
    /// <param name="name">Of the crew.</param>
    /// <param name="zone">IANA name of the time zone.</param>
    public static byte[] Write(string name, string zone, IEnumerable<CalendarEntry> entries)
    {
        var calendar = new Calendar { ProductId = "-//Rhabdon//Days//EN" };
        calendar.AddProperty("X-WR-CALNAME", name);
        calendar.AddTimeZone(zone);
        foreach (var entry in entries)
        {
            calendar.Events.Add(
                new CalendarEvent
                {
                    Uid = $"{entry.Id.Replace(' ', '-')}@rhabdon",
                    Summary = entry.Title,
                    Location = entry.Place,
                    Description = entry.Person,
                    Start = new CalDateTime(entry.From, zone),
                    End = new CalDateTime(entry.To, zone),
                }
            );
        }

        return Encoding.UTF8.GetBytes(new CalendarSerializer().SerializeToString(calendar) ?? "");
    }
}
