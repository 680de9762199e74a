using System.Data;
using Dapper;

namespace Gambeta.Storage;

/// <summary>Dapper knows dates only with a time; the driver knows them without.</summary>
internal sealed class DateOnlyHandler : SqlMapper.TypeHandler<DateOnly>
{
    public override DateOnly Parse(object value) => value is DateOnly day ? day : DateOnly.FromDateTime((DateTime)value);

    public override void SetValue(IDbDataParameter parameter, DateOnly value) => parameter.Value = value;
}
