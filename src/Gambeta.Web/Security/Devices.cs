namespace Gambeta.Web.Security;

/// <summary>What kind of device a browser says it is: enough to tell a phone from the laptop in a list, and nothing more is kept.</summary>
public static class Devices
{
    public static string Of(string? agent)
    {
        return string.IsNullOrEmpty(agent) ? Say("household.a-device")
            : Says("iPad", "Tablet") || (Says("Android") && !Says("Mobile")) ? Say("household.tablet")
            : Says("Mobi", "iPhone", "Android") ? Say("household.phone")
            : Says("Windows", "Macintosh", "X11", "Linux", "CrOS") ? Say("household.computer")
            : Say("household.a-device");

        bool Says(params ReadOnlySpan<string> words)
        {
            foreach (var word in words)
                if (agent.Contains(word, StringComparison.OrdinalIgnoreCase))
                    return true;
            return false;
        }
    }
}
