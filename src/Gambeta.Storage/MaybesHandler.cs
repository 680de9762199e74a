using System.Data;
using Dapper;

namespace Gambeta.Storage;

/// <summary>The driver gives an array of truths where none is missing, and one of maybes where one is; here it is always the second.</summary>
internal sealed class MaybesHandler : SqlMapper.TypeHandler<bool?[]>
{
    public override bool?[] Parse(object value) => value is bool[] all ? [.. all.Select(one => (bool?)one)] : (bool?[])value;

    public override void SetValue(IDbDataParameter parameter, bool?[]? value) => parameter.Value = value is null ? DBNull.Value : value;
}
