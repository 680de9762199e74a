using System.Reflection;
using System.Text.Json;

namespace Gambeta.Storage;

/// <summary>Says of a property of <see cref="SetRow"/> that it is a column, and how the household's file calls it.</summary>
/// <param name="inFile">Its name in the file; nothing for what stands there otherwise.</param>
[AttributeUsage(AttributeTargets.Property)]
internal sealed class SetColumnAttribute(string? inFile) : Attribute
{
    /// <summary>Its name in the file.</summary>
    public string? InFile => inFile;

    /// <summary>Whether a correction may change it. What was played (taps, layout, plan) it may not.</summary>
    public bool IsMended { get; init; }

    /// <summary>Whether it weighs a hundred times as much as the rest, so that it is read only where it is shown.</summary>
    public bool IsHeavy { get; init; }
}

/// <summary>The columns of a set, as statements name them: they follow from <see cref="SetRow"/>, so that another one is a property there
/// and a migration.</summary>
internal static class SetColumns
{
    private static readonly (string Column, string Parameter, SetColumnAttribute About)[] All =
    [
        .. typeof(SetRow)
            .GetProperties()
            .Where(property => property.GetCustomAttribute<SetColumnAttribute>() is not null)
            .Select(property =>
                (
                    JsonNamingPolicy.SnakeCaseLower.ConvertName(property.Name),
                    "@" + property.Name + (property.Name == nameof(SetRow.Result) ? "::jsonb" : ""),
                    property.GetCustomAttribute<SetColumnAttribute>()!
                )
            ),
    ];

    /// <summary>What a set is, without its taps.</summary>
    public static readonly string Light = Names(All.Where(column => !column.About.IsHeavy));

    /// <summary>Every column that a set fills.</summary>
    public static readonly string Every = Names(All);

    /// <summary>Their values as parameters, but for the household and the player, whose row says whether they are there.</summary>
    public static readonly string Values = string.Join(
        ", ",
        All.Select(column => column.Column is "household_id" or "player_id" ? column.Column : column.Parameter)
    );

    /// <summary>What a correction changes.</summary>
    public static readonly string Mended = Names(All.Where(column => column.About.IsMended));

    /// <summary>The values of a correction, as parameters.</summary>
    public static readonly string MendedValues = string.Join(
        ", ",
        All.Where(column => column.About.IsMended).Select(column => column.Parameter)
    );

    /// <summary>A set's columns as the household's file names them, for <see cref="FileList"/>.</summary>
    public static readonly string FileColumns = string.Join(
        ' ',
        All.Where(column => column.About.InFile is not null).Select(column => $"{column.About.InFile}:{column.Column}")
    );

    /// <summary>A set in the household's file, from a row that was kept as JSON.</summary>
    public static string InFileOfJson(string json) => Form(column => $"{json} -> '{column}'");

    private static string Form(Func<string, string> value)
    {
        var inFile = All.Where(column => column.About.InFile is not null);
        return $"jsonb_build_object({string.Join(", ", inFile.Select(column => $"'{column.About.InFile}', {value(column.Column)}"))})";
    }

    private static string Names(IEnumerable<(string Column, string Parameter, SetColumnAttribute About)> columns) =>
        string.Join(", ", columns.Select(column => column.Column));
}
