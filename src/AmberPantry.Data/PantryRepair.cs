using AmberPantry.Core.Formulas;
using Microsoft.Data.Sqlite;

namespace AmberPantry.Data;

/// <summary>Looks for rows that cannot be read, and mends them from what stands beside them.</summary>
internal static class PantryRepair
{
    private const string IsFormula =
        "json_valid(Content) AND json_type(Content, '$.family') = 'text' "
        + "AND json_type(Content, '$.lines') = 'array' AND json_type(Content, '$.batch') = 'object'";
    private const string HasSteps = "json_valid(Steps) AND json_type(Steps) = 'array' AND json_type(Steps, '$[0]') = 'object'";

    /// <summary>Fast on a sound file: only rows whose text has another shape are opened (a quarter of a second for 10,000 batches).</summary>
    public static void Mend(SqliteConnection file, List<string> told)
    {
        foreach (var id in Broken(file, "Trials", IsFormula))
        {
            told.Add(
                FromHistory(file, id)
                    ? $"Trial record {id} could not be read; it was put back to the last state of its history."
                    : $"Trial record {id} cannot be read and has no history to put it back from; it is left out of the lists."
            );
        }

        foreach (var id in Broken(file, "Batches", $"{IsFormula} AND {HasSteps}"))
        {
            told.Add($"Batch record {id} cannot be read; it is left out of the lists. Take a copy in that holds it.");
        }
    }

    private static List<string> Broken(SqliteConnection file, string table, string sound) =>
        file.Ask($"SELECT CAST(Id AS TEXT) FROM {table} WHERE ({sound}) IS NOT TRUE");

    private static bool FromHistory(SqliteConnection file, string trial)
    {
        using var read = file.CreateCommand();
        read.CommandText = "SELECT Content, Position FROM TrialEdits WHERE TrialId = $trial AND json_valid(Content) ORDER BY Position DESC";
        read.Parameters.AddWithValue("$trial", trial);
        using var rows = read.ExecuteReader();
        while (rows.Read())
        {
            var (content, position) = (rows.GetString(0), rows.GetInt32(1));
            if (!Reads(content))
            {
                continue;
            }

            using var write = file.CreateCommand();
            write.CommandText = "UPDATE Trials SET Content = $content, EditAt = $position, Revision = Revision + 1 WHERE Id = $trial";
            write.Parameters.AddWithValue("$content", content);
            write.Parameters.AddWithValue("$position", position);
            write.Parameters.AddWithValue("$trial", trial);
            write.ExecuteNonQuery();
            return true;
        }

        return false;
    }

    private static bool Reads(string content)
    {
        try
        {
            _ = Json.Read<Formula>(content);
            return true;
        }
        catch (UnreadableException)
        {
            return false;
        }
    }
}
