using Gambeta.Core.Catalogue;
using Gambeta.Core.Touches;

namespace Gambeta.Core.Household;

/// <summary>Somebody who practises: a nickname and a birth year, nothing more.</summary>
public sealed record Player(Guid Id, string Nickname, int BirthYear, Foot Preferred, Level Level);
