namespace Gambeta.Core.Base.Yaml;

/// <summary>A drill file that cannot be read; the message names the file, the line and the reason.</summary>
public sealed class CatalogueException(string file, long line, string reason) : Exception($"{file}, line {line}: {reason}")
{
    /// <summary>The file.</summary>
    public string File { get; } = file;

    /// <summary>The line, from 1.</summary>
    public long Line { get; } = line;
}
