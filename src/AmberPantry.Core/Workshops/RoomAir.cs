namespace AmberPantry.Core.Workshops;

/// <summary>The air of the workroom.</summary>
public static class RoomAir
{
    /// <exception cref="Refusal">E_RANGE for a room nobody works in.</exception>
    public static void Check(double workroomC, double? humidityPercent, string path)
    {
        InRange(workroomC, -5, 45, $"{path}workroomC", "°C", "Type the room's temperature.");
        InRange(humidityPercent ?? 0, 0, 100, $"{path}humidityPercent", "%", "Type the room's relative humidity, or leave it empty.");
    }

    /// <summary>Air of which only a part may be known.</summary>
    internal static void CheckParts(double? temperatureC, double? humidityPercent, string path)
    {
        InRange(temperatureC ?? 0, -20, 45, $"{path}temperatureC", "°C", "Type the room's temperature, or leave it empty.");
        InRange(humidityPercent ?? 0, 0, 100, $"{path}humidityPercent", "%", "Type the room's relative humidity, or leave it empty.");
    }

    /// <summary>What an old record says of the air; wider, for it is only told.</summary>
    public static void CheckRecord(double workroomC, double? humidityPercent, string path)
    {
        InRange(workroomC, -50, 80, $"{path}workroomC", "°C", "Give the room's temperature.");
        InRange(humidityPercent ?? 0, 0, 100, $"{path}humidityPercent", "%", "Give the room's relative humidity, or nothing.");
    }

    private static void InRange(double value, double least, double most, string field, string unit, string remedy)
    {
        if (!(value >= least && value <= most))
        {
            throw new Refusal(Codes.Range, field, value, $"{value} {unit} is outside {least} to {most} {unit}.", remedy);
        }
    }
}
