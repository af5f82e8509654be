using Dapper;

namespace Rhabdon.Data;

/// <summary>Something a person is to be told.</summary>
/// <param name="Phrase">Key of the phrase.</param>
/// <param name="By">Name of who did it.</param>
public sealed record Notice(Guid Id, string Phrase, string? By, DateTime At);

/// <summary>What people are told about what others did to their account, until they have seen it.</summary>
public sealed class NoticeStore(Database database)
{
    public async Task AddAsync(Guid person, string phrase, Guid by)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync(
            "insert into notice (id, person_id, phrase, by_person) values (@id, @person, @phrase, @by)",
            new
            {
                id = Guid.CreateVersion7(),
                person,
                phrase,
                by,
            }
        );
    }

    public async Task<IReadOnlyList<Notice>> UnreadAsync(Guid person)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<Notice>(
                """
                select n.id, n.phrase, by.name "By", n.made_at "At" from notice n left join person by on by.id = n.by_person
                where n.person_id = @person and n.read_at is null order by n.made_at
                """,
                new { person }
            )
        ).AsList();
    }

    public async Task ReadAsync(Guid person, Guid id)
    {
        await using var connection = await database.OpenAsync();
        await connection.ExecuteAsync("update notice set read_at = now() where id = @id and person_id = @person", new { id, person });
    }
}
