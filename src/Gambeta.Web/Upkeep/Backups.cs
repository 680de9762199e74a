namespace Gambeta.Web.Upkeep;

/// <summary>The backups of each night that whoever runs this server keeps, as far as the application is told of them: it makes none itself
/// and reads none.</summary>
public sealed class Backups(IConfiguration settings)
{
    /// <summary>For so many days each is kept: tools/backup lets go of them.</summary>
    public const int Days = 7;

    private readonly string? _folder = settings["Backups:Folder"];

    /// <summary>Whether backups are made of this server.</summary>
    public bool AreMade => _folder is not null;

    /// <summary>When the latest was made; nothing where there is none, or the folder cannot be read.</summary>
    public DateTimeOffset? Latest
    {
        get
        {
            try
            {
                return _folder is null
                    ? null
                    : new DirectoryInfo(_folder)
                        .EnumerateFiles("gambeta-*.dump")
                        .Select(file => (DateTimeOffset?)file.LastWriteTimeUtc)
                        .Max();
            }
            catch (IOException)
            {
                return null;
            }
            catch (UnauthorizedAccessException)
            {
                return null;
            }
        }
    }
}
