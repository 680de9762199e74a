using System.Collections.Immutable;
using Gambeta.Core.Base.Things;

namespace Gambeta.Core.Catalogue.Yard;

/// <summary>A household thing that may stand in for gear.</summary>
/// <param name="What">The thing, for "4 ...".</param>
/// <param name="IsGoodEnough">Whether it does.</param>
/// <param name="Reason">What to mind, or why it does not do; empty where there is nothing to say.</param>
public sealed record StandIn(string What, bool IsGoodEnough, string Reason = "")
{
    /// <summary>What stands in for a kind of gear, the best first, and what people try that does not do.</summary>
    public static ImmutableArray<StandIn> For(GearKind kind) =>
        kind switch
        {
            GearKind.Marker =>
            [
                new(Say("stand-ins.shoes"), true),
                new(Say("stand-ins.bottles-half-full"), true, Say("stand-ins.they-fall-when-clipped-so")),
                new(Say("stand-ins.rolled-socks"), true, Say("stand-ins.indoors")),
                new(Say("stand-ins.cups-upside-down"), true),
                new(Say("stand-ins.chalk-crosses"), true, Say("stand-ins.nobody-can-clip-a-cross")),
                new(Say("stand-ins.stones-or-bricks"), false, Say("stand-ins.the-ball-jumps-off-them")),
            ],
            GearKind.Upright =>
            [
                new(Say("stand-ins.chair"), true, Say("stand-ins.its-back-towards-you")),
                new(Say("stand-ins.broom-in-a-bucket"), true, Say("stand-ins.fill-the-bucket-with-sand")),
                new(Say("stand-ins.rucksack-standing"), true),
                new(Say("stand-ins.flower-pot"), false, Say("stand-ins.it-breaks-and-cuts")),
                new(Say("stand-ins.younger-brother-or-sister"), false, Say("stand-ins.they-move-and-a-ball")),
            ],
            GearKind.Wall =>
            [
                new(Say("stand-ins.garage-door"), true, Say("stand-ins.ask-first-it-is-loud")),
                new(Say("stand-ins.bench-on-its-side"), true, Say("stand-ins.for-ground-passes-wedge-its")),
                new(Say("stand-ins.kerb-low"), true, Say("stand-ins.for-ground-passes-never-beside")),
                new(Say("stand-ins.wire-fence"), false, Say("stand-ins.it-gives-the-ball-back")),
                new(Say("stand-ins.door-with-glass"), false, Say("stand-ins.it-breaks")),
            ],
            GearKind.Goal =>
            [
                new(Say("stand-ins.two-sticks"), true, Say("stand-ins.a-goals-width-apart-blunt")),
                new(Say("stand-ins.two-shoes"), true, Say("stand-ins.everything-above-knee-height-is")),
                new(Say("stand-ins.chalked-frame-on-a-wall"), true),
                new(Say("stand-ins.garden-table-on-its-side"), false, Say("stand-ins.it-falls-over-and-its")),
            ],
            GearKind.Chalk =>
            [
                new(Say("stand-ins.tape"), true, Say("stand-ins.peel-it-off-the-same")),
                new(Say("stand-ins.string-laid-in-a-square"), true),
                new(Say("stand-ins.wet-sponge"), true, Say("stand-ins.gone-when-it-dries-quick")),
                new(Say("stand-ins.towel"), true, Say("stand-ins.as-a-square-the-ball")),
                new(Say("stand-ins.paint"), false, Say("stand-ins.it-stays")),
            ],
            GearKind.Bottle =>
            [
                new(Say("stand-ins.empty-carton"), true),
                new(Say("stand-ins.tower-of-cups"), true),
                new(Say("stand-ins.glass-bottle"), false, Say("stand-ins.it-breaks-and-cuts")),
            ],
            GearKind.Ball =>
            [
                new(Say("stand-ins.soft-foam-ball"), true, Say("stand-ins.indoors-its-records-are-its")),
                new(Say("stand-ins.ball-of-socks"), false, Say("stand-ins.it-does-not-roll-and")),
                new(Say("stand-ins.tennis-ball"), false, Say("stand-ins.another-game-fine-for-fun")),
            ],
            _ => [new(Say("stand-ins.wall-or-a-stair"), true, Say("stand-ins.throw-or-roll-the-ball"))],
        };
}
